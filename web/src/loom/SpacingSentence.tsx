import { describeSpacing, wayOf } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectShownMotion, selectSubject, selectUnderWay } from '../editing/index.ts';
import { useRestingFrame } from '../time-page/index.ts';
import { Still } from '../ui/index.ts';
import { CompareTable } from './CompareTable.tsx';
import { useActiveTrack, useSegmentAt } from './use-segments.ts';

/** What the eye sees of the segment at the playhead, in one sentence worked out from the motion. */
export function SpacingSentence() {
  const motion = useAppSelector(selectShownMotion);
  const subject = useAppSelector(selectSubject);
  const underWay = useAppSelector(selectUnderWay);
  const track = useActiveTrack();
  const chart = useSegmentAt(subject, track, useRestingFrame());
  if (!motion || !subject || !track || !chart) return null;
  const { length } = wayOf(subject, track, chart.firstFrame, chart.lastFrame);
  return (
    <div className="flex items-center gap-2 border-t border-rule py-0.5 text-[13px]">
      <p className="min-w-0 flex-1 truncate" aria-live="polite" data-testid="spacing-sentence">
        <span className="text-faint">
          {track.label} {chart.firstFrame}–{chart.lastFrame}:
        </span>{' '}
        {describeSpacing(chart, length, track.unit, motion.rate)}
      </p>
      <Still still={underWay}>
        <CompareTable key={chart.firstFrame} chart={chart} length={length} unit={track.unit} />
      </Still>
    </div>
  );
}
