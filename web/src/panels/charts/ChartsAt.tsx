import { findSubject, type MotionDocument, type TimingChart, timingChartAt, trackAlike, tracksOf } from '@undulan/core';
import { useMemo } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { TimingChartFigure } from './TimingChartFigure.tsx';

/** More at once say less. */
const MOST = 3;

interface ChartsAtProps {
  target: MotionDocument;
  frame: number;
  /** Whose; null for all that the target moves there. */
  subjectId: string | null;
}

/** The charts of the work around a frame, each with the target's ticks over it. */
export function ChartsAt({ target, frame, subjectId }: ChartsAtProps) {
  const motion = useAppSelector(selectMotion);
  const charts = useMemo(
    () => (motion ? chartsAt(motion, target, frame, subjectId).slice(0, MOST) : []),
    [motion, target, frame, subjectId],
  );
  return charts.map(({ name, chart, aim }) => (
    <div key={name}>
      <p className="text-xs text-faint">{name}: your ticks on the line, the target’s over it</p>
      <TimingChartFigure chart={chart} tone="take" aim={aim} />
    </div>
  ));
}

function chartsAt(
  motion: MotionDocument,
  target: MotionDocument,
  frame: number,
  subjectId: string | null,
): { name: string; chart: TimingChart; aim: TimingChart }[] {
  return target.subjects
    .filter(({ id }) => subjectId === null || id === subjectId)
    .flatMap((asked) => {
      const subject = findSubject(motion, asked.id);
      if (!subject) return [];
      return tracksOf(asked).flatMap((track) => {
        const aim = timingChartAt(target, asked, track, frame);
        const chart = timingChartAt(motion, subject, trackAlike(subject, track), frame);
        const name = `${subject.name}, ${track.label.toLowerCase()}`;
        return aim && chart ? [{ name, chart, aim }] : [];
      });
    });
}
