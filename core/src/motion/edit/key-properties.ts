import type { KeyRole, Leave, MotionDocument, Key } from '../schema.ts';
import { changeKeys, type Edit, type KeyRef } from './edit.ts';

function setProperty(motion: MotionDocument, refs: readonly KeyRef[], property: Partial<Pick<Key, 'leave' | 'role' | 'freed'>>): Edit {
  const changed = changeKeys(motion, refs, (keys, frames) =>
    keys.map((key) => (frames.has(key.frame) ? { ...key, ...property } : key)),
  );
  return { motion: changed, keys: [...refs], gaveWay: [] };
}

/** Sets how the motion goes on from each named key; handles are kept, so that going back to a curve loses nothing. */
export function setLeave(motion: MotionDocument, refs: readonly KeyRef[], leave: Leave): Edit {
  return setProperty(motion, refs, { leave, freed: undefined });
}

/** Marks each named key as an extreme, a breakdown or an in-between. */
export function setRole(motion: MotionDocument, refs: readonly KeyRef[], role: KeyRole): Edit {
  return setProperty(motion, refs, { role });
}
