import { solveBezierTime } from '../motion/curve/bezier.ts';
import { EASES } from '../motion/curve/eases.ts';
import { findChannel, findSubject } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import type { Edit } from '../motion/keys/change-keys.ts';
import { type CurveShape, easeShapeOf, STRAIGHT } from '../motion/sampling/ease-shape.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { fitCurve } from './fit-curve.ts';
import { type SegmentRef, shapeSegment } from './space-segment.ts';

const EASE_MARKS = 24;

/**
 * The shape of a segment as one curve: its handles where it is one, the nearest curve to a named ease, else a straight
 * line. That of the first of its channels that moves.
 */
export function shapeOf(motion: MotionDocument, { subjectId, trackId, firstFrame, lastFrame }: SegmentRef): CurveShape {
  const subject = findSubject(motion, subjectId);
  for (const id of TRACKS.find((track) => track.id === trackId)!.channelIds) {
    const keys = (subject && findChannel(subject, id)?.keys) ?? [];
    const index = keys.findIndex((key) => key.frame === firstFrame);
    const [from, to] = [keys[index], keys[index + 1]];
    if (!from || to?.frame !== lastFrame || to.value === from.value) continue;
    const shape = easeShapeOf(keys, index);
    if (shape.leave === 'curve') return shape;
    if (shape.leave === 'linear' || shape.leave === 'step') return STRAIGHT;
    const ease = EASES[shape.leave];
    return fitCurve(Array.from({ length: EASE_MARKS + 1 }, (_, n) => ease(n / EASE_MARKS)));
  }
  return STRAIGHT;
}

/**
 * The curve through a point (a share `u` of the time in (0, 1), and of the way) that changes the least: the handles
 * keep their times, and the sum of squares of what their heights change by is least. A cubic is linear in them, so the
 * point is met exactly.
 */
export function bendThrough({ x1, y1, x2, y2 }: CurveShape, u: number, progress: number): CurveShape {
  const t = solveBezierTime(x1, x2, u);
  const b1 = 3 * (1 - t) ** 2 * t;
  const b2 = 3 * (1 - t) * t * t;
  const miss = progress - (b1 * y1 + b2 * y2 + t ** 3);
  const per = miss / (b1 * b1 + b2 * b2);
  return { x1, y1: y1 + per * b1, x2, y2: y2 + per * b2 };
}

/**
 * Bends a segment's curve so that the drawing on a frame inside it stands at a share of the way. Refused as
 * `shapeSegment` is.
 */
export function bendSegment(motion: MotionDocument, segment: SegmentRef, frame: number, progress: number): Edit {
  const u = (frame - segment.firstFrame) / (segment.lastFrame - segment.firstFrame);
  return shapeSegment(motion, segment, bendThrough(shapeOf(motion, segment), u, progress));
}
