import { findSubject, timingCharts, tracksOf, type MotionDocument, type TimingChart, type Track } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectShownMotion, selectSubject } from '../editing/index.ts';
import { TimingChartFigure } from './TimingChartFigure.tsx';

interface OwnChartsProps {
  tone: 'take' | 'target';
  target: MotionDocument | null;
}

/** The timing charts of the selected subject as it moves now, each under the target's chart of the same place in the order. */
export function OwnCharts({ tone, target }: OwnChartsProps) {
  const motion = useAppSelector(selectShownMotion);
  const subject = useAppSelector(selectSubject);
  if (!motion || !subject) return null;
  const targetSubject = target ? findSubject(target, subject.id) : undefined;
  const targetCharts = (track: Track): TimingChart[] => (target && targetSubject ? timingCharts(target, targetSubject, track) : []);
  const tracks = tracksOf(targetSubject ?? subject).map((track) => ({ track, own: timingCharts(motion, subject, track), aims: targetCharts(track) }));
  const shown = tracks.filter(({ own, aims }) => own.length + aims.length > 0);
  if (shown.length === 0) return null;
  return (
    <section aria-label="Timing charts" className="mt-4">
      <h3 className="text-[15px]">Timing charts</h3>
      {shown.map(({ track, own, aims }) => (
        <div key={track.id}>
          <p className="text-xs text-faint">{track.label}: a tick a frame, where the subject is on its way from extreme to extreme</p>
          {Array.from({ length: Math.max(own.length, aims.length) }, (_, i) => (
            <div key={i} className="border-b border-rule py-1 last:border-0">
              {aims[i] && <TimingChartFigure chart={aims[i]} tone="target" />}
              {own[i] && <TimingChartFigure chart={own[i]} tone={tone} />}
            </div>
          ))}
        </div>
      ))}
    </section>
  );
}
