import type { MotionDocument, Subject } from '../motion/document/schema.ts';

/** A subject in its motion: the target's, or the take's. */
export interface TrackSide {
  motion: MotionDocument;
  subject: Subject;
}
