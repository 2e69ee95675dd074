import {
  type Affine,
  applyTo,
  exposedFrame,
  findSubject,
  inverseOf,
  type MotionDocument,
  type Point,
  seenPose,
} from '@undulan/core';

/** What is behind the eye has no place in the picture. */
const NOWHERE: Affine = { a: 0, b: 0, c: 0, d: 0, e: 0, f: 0 };

/** Points of the picture in a subject's own px, from its middle, as it stands on a frame; null where it has no area. */
export function intoLook(motion: MotionDocument, subjectId: string, frame: number): ((at: Point) => Point) | null {
  const subject = findSubject(motion, subjectId);
  if (!subject) return null;
  const inverse = inverseOf(
    seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure)) ?? NOWHERE,
  );
  return inverse && ((at) => applyTo(inverse, at));
}
