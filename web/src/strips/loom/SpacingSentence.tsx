import { describeMove, wayOf } from '@undulan/core';
import { clsx } from 'clsx';
import { memo, useCallback, useMemo } from 'react';
import {
  selectMotion,
  selectSettledSubject,
  selectShownMotion,
  selectSubject,
  selectUnderWay,
} from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { LiveFigures, useRestingFrame } from '../../time/index.ts';
import { useCalm, withMark } from '../../ui/index.ts';
import { CompareTable } from './CompareTable.tsx';
import { useActiveTrack, useSegmentAt } from './use-segments.ts';

/** What the eye sees of the segment at the playhead, in one sentence worked out from the motion. */
export function SpacingSentence() {
  const motion = useAppSelector(selectShownMotion);
  const subject = useAppSelector(selectSubject);
  const underWay = useAppSelector(selectUnderWay);
  const track = useActiveTrack();
  const frame = useRestingFrame();
  const move = useMemo(
    () => (motion && subject && track ? describeMove(motion, subject, track, frame) : null),
    [motion, subject, track, frame],
  );
  if (!track || !move) return null;
  return (
    <div className="flex items-center gap-2 border-t border-rule py-0.5 text-[13px]">
      <Sentence
        about={`${track.label} ${move.firstFrame}–${move.lastFrame}:`}
        says={withMark(move.sentence)}
        live={underWay}
      />
      <Comparison />
    </div>
  );
}

/** The segment as it was last changed, beside one evenly spaced. */
const Comparison = memo(function Comparison() {
  const motion = useAppSelector(selectMotion);
  const subject = useAppSelector(selectSettledSubject);
  const track = useActiveTrack();
  const chart = useSegmentAt(motion, subject, track, useRestingFrame());
  if (!subject || !track || !chart) return null;
  const { length } = wayOf(subject, track, chart.firstFrame, chart.lastFrame);
  return <CompareTable key={chart.firstFrame} chart={chart} length={length} unit={track.unit} />;
});

interface SentenceProps {
  about: string;
  says: string;
  /** It may change at every move: it is painted over its place, and the words follow when it comes to rest. */
  live: boolean;
}

function Sentence({ about, says, live }: SentenceProps) {
  const [calmAbout, calmSays] = [useCalm(about, live), useCalm(says, live)];
  return (
    <div className={clsx('relative flex min-w-0 flex-1', live ? 'text-transparent' : '')}>
      <p className="flex min-w-0 flex-1" aria-live="polite" data-testid="spacing-sentence">
        <span className={clsx('relative shrink-0 pr-2', live ? '' : 'text-faint')}>
          {live && <span data-live="" className="absolute inset-0 text-faint" />}
          {calmAbout}
        </span>{' '}
        <span className="relative min-w-0 flex-1 truncate" title={calmSays}>
          {live && <span data-live="" className="absolute inset-0 text-ink" />}
          {calmSays}
        </span>
      </p>
      {live && <LiveWords about={about} says={says} />}
    </div>
  );
}

function LiveWords({ about, says }: Omit<SentenceProps, 'live'>) {
  return <LiveFigures textsAt={useCallback(() => [about, says], [about, says])} />;
}
