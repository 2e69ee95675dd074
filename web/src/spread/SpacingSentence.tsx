import { useDeferredValue } from 'react';
import { describeSpacing, wayOf } from '@undulan/core';
import { useAppSelector } from '../app/store.ts';
import { selectShownMotion, selectSubject } from '../editing/index.ts';
import { useRestingFrame } from '../time-page/index.ts';
import { segmentAt, useActiveTrack, useSegments } from './use-segments.ts';

/** What the eye sees of the segment at the playhead, in one sentence worked out from the motion. */
export function SpacingSentence() {
  const motion = useAppSelector(selectShownMotion);
  const subject = useAppSelector(selectSubject);
  const track = useActiveTrack();
  const chart = segmentAt(useSegments(subject, track), useDeferredValue(useRestingFrame()));
  if (!motion || !subject || !track || !chart) return null;
  const { length } = wayOf(subject, track, chart.firstFrame, chart.lastFrame);
  return (
    <p className="truncate border-t border-rule py-1 text-[13px]" aria-live="polite" data-testid="spacing-sentence">
      <span className="text-faint">
        {track.label} {chart.firstFrame}–{chart.lastFrame}:
      </span>{' '}
      {describeSpacing(chart, length, track.unit, motion.rate)}
    </p>
  );
}
