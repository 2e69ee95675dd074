import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import type { Edit } from '../motion/keys/change-keys.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { fitCurve } from './fit-curve.ts';
import { type SegmentRef, setBreakdowns, shapeSegment } from './space-segment.ts';
import { trackProgress } from './timing-chart.ts';

/** Where a drawing of a segment is to stand: a share of its way. */
export interface DrawingPlace {
  frame: number;
  progress: number;
}

/**
 * Drawings drawn together toward one end of their segment, or (a factor above 1) away from it: each share's distance
 * from that end, times the factor.
 */
export function squeezed(drawings: readonly DrawingPlace[], toward: 'start' | 'end', factor: number): DrawingPlace[] {
  const anchor = toward === 'start' ? 0 : 1;
  return drawings.map(({ frame, progress }) => ({ frame, progress: anchor + (progress - anchor) * factor }));
}

/**
 * Puts several drawings of a segment at shares of its way: by breakdowns, exactly; or by the one curve that meets them
 * and the drawings left where they are best in least squares. Refused as `shapeSegment` is. Throws `unknown-subject`.
 */
export function spaceDrawings(
  motion: MotionDocument,
  segment: SegmentRef,
  places: readonly DrawingPlace[],
  by: 'curve' | 'breakdown',
): Edit {
  if (by === 'breakdown') return setBreakdowns(motion, segment, places);
  const subject = findSubject(motion, segment.subjectId);
  if (!subject) return setBreakdowns(motion, segment, places);
  const track = TRACKS.find((other) => other.id === segment.trackId)!;
  const marks = Array.from(trackProgress(subject, track, segment.firstFrame, segment.lastFrame));
  for (const { frame, progress } of places) marks[frame - segment.firstFrame] = progress;
  return shapeSegment(motion, segment, fitCurve(marks));
}
