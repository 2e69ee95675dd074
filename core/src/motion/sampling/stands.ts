import type { Key } from '../document/schema.ts';
import { segmentCurve } from './segment.ts';

/** A curve whose controls are further from its ends than this goes somewhere. */
const SEEN = 1e-6;

/**
 * Whether the motion stands from one key to the next: with equal ends and, where it is a curve, nothing between that
 * leaves and comes back. From the last key on there is no next.
 */
export function standsFrom(keys: readonly Key[], index: number): boolean {
  const [from, to] = [keys[index], keys[index + 1]];
  if (!from || !to || from.value !== to.value) return false;
  if (from.leave !== 'curve') return true;
  const { v1, v2 } = segmentCurve(keys, index);
  return Math.abs(v1 - from.value) <= SEEN && Math.abs(v2 - from.value) <= SEEN;
}
