import type { Key, MotionDocument } from '../schema.ts';
import { changeKeys, type Edit, type KeyRef } from './edit.ts';

function change(motion: MotionDocument, refs: readonly KeyRef[], of: (key: Key) => Key): Edit {
  const changed = changeKeys(motion, refs, (keys, frames) => keys.map((key) => (frames.has(key.frame) ? of(key) : key)));
  return { motion: changed, keys: [...refs], gaveWay: [] };
}

/** Holds the pose of each named key until the next, to judge poses alone. How it left is remembered for `freePoses`. */
export function holdPoses(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  return change(motion, refs, (key) => (key.leave === 'step' ? key : { ...key, leave: 'step', freed: key.leave }));
}

/** Lets each named key whose pose was held leave as it did before. Keys held for their own sake stay held. */
export function freePoses(motion: MotionDocument, refs: readonly KeyRef[]): Edit {
  return change(motion, refs, ({ freed, ...key }) => (freed ? { ...key, leave: freed } : key));
}
