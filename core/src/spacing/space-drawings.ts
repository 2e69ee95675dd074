import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import type { Edit } from '../motion/keys/change-keys.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import type { Spacing } from './builders.ts';
import { fitCurve, fitPieces } from './fit-curve.ts';
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
 * Gives a segment a spacing: by one curve where one meets it within half a percent of the way, else by as many as it
 * takes, with a breakdown between each two. Refused as `shapeSegment` is. Throws `unknown-subject`.
 */
export function shapeBySpacing(motion: MotionDocument, segment: SegmentRef, spacing: Spacing): Edit {
  const pieces = fitPieces(spacing);
  const whole = shapeSegment(motion, segment, pieces[0]!.shape);
  if (pieces.length === 1 || whole.refused) return whole;
  const { firstFrame } = segment;
  const between = pieces.slice(1).map(({ from }) => ({ frame: firstFrame + from, progress: spacing[from]! }));
  const set = setBreakdowns(motion, segment, between);
  return pieces.reduce(
    (edit, { from, to, shape }): Edit => {
      const piece = { ...segment, firstFrame: firstFrame + from, lastFrame: firstFrame + to };
      return { ...edit, motion: shapeSegment(edit.motion, piece, shape).motion };
    },
    { ...set, keys: [...whole.keys, ...set.keys] },
  );
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
