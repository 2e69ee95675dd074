import { type MotionDocument, type Reading, readTake, type Target } from '@undulan/core';

/** Reads one take, off the main thread. */
export default function read({ target, motion }: { target: Target; motion: MotionDocument }): Reading {
  return readTake(target, motion);
}
