import {
  type LeastEdits,
  leastEdits as findLeastEdits,
  type MotionDocument,
  type Reading,
  readTake,
  type Target,
} from '@undulan/core';

interface Task {
  target: Target;
  motion: MotionDocument;
}

/** Reads one take, off the main thread. */
export default function read({ target, motion }: Task): Reading {
  return readTake(target, motion);
}

/** Finds the fewest edits of one take, off the main thread. */
export function leastEdits({ target, motion, dismissed }: Task & { dismissed: string[] }): LeastEdits {
  return findLeastEdits(target, motion, dismissed);
}
