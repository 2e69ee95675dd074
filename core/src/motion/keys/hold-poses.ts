import type { Key, MotionDocument } from '../document/schema.ts';
import { changeNamed, type Edit, type KeyRef } from './change-keys.ts';

/** A key whose pose is held no more, or never was: nothing to go back to. */
export function settled(key: Key): Key {
  const copy = { ...key };
  delete copy.freed;
  return copy;
}

/** Holds the pose of each named key until the next, to judge poses alone. How it left is remembered for `freePoses`. */
export function holdPoses(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  return changeNamed(motion, refs, (key) => (key.leave === 'step' ? key : { ...key, leave: 'step', freed: key.leave }));
}

/** Lets each named key whose pose was held leave as it did before. Keys held for their own sake stay held. */
export function freePoses(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  return changeNamed(motion, refs, ({ freed, ...key }) => (freed ? { ...key, leave: freed } : key));
}
