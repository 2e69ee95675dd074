import type { KeyRole, Leave, MotionDocument } from '../document/schema.ts';
import { changeNamed, type Edit, type KeyRef } from './change-keys.ts';
import { settled } from './hold-poses.ts';

/**
 * Sets how the motion goes on from each named key; handles are kept, so that going back to a curve loses nothing. A
 * held pose is so for its own sake then.
 */
export function setLeave(motion: MotionDocument, refs: readonly KeyRef[], leave: Leave): Edit {
  return changeNamed(motion, refs, (key) => ({ ...settled(key), leave }));
}

/** Marks each named key as an extreme, a breakdown or an in-between. */
export function setRole(motion: MotionDocument, refs: readonly KeyRef[], role: KeyRole): Edit {
  return changeNamed(motion, refs, (key) => ({ ...key, role }));
}
