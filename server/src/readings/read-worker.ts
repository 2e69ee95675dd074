import {
  findSubject,
  type LeastEdits,
  leastEdits as findLeastEdits,
  type MotionDocument,
  type Reading,
  readTake,
  readTrackAgainst,
  type Target,
} from '@undulan/core';
import type { Followed } from './reader-pool.ts';

interface Task {
  target: Target;
  motion: MotionDocument;
  followed?: Followed | null;
}

/** Reads one take, off the main thread: what was followed in a clip by what can be told of it. */
export default function read({ target, motion, followed }: Task): Reading {
  if (followed && findSubject(target.motion, followed.registration.subjectId))
    return readTrackAgainst(followed.track, followed.registration, target);
  return readTake(target, motion);
}

/** Finds the fewest edits of one take, off the main thread. */
export function leastEdits({ target, motion, dismissed }: Task & { dismissed: string[] }): LeastEdits {
  return findLeastEdits(target, motion, dismissed);
}
