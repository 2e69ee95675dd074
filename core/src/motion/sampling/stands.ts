import type { Key } from '../document/schema.ts';
import { segmentCurve } from './segment.ts';

/** Values nearer to each other than this, in any unit, are the same: what is worked out differs by rounding. */
const SEEN = 1e-6;

export const differ = (value: number, other: number): boolean => Math.abs(value - other) > SEEN;

/** Whether two places, a number a channel, are the same. */
export const isSamePlace = (place: readonly number[], other: readonly number[]): boolean =>
  !place.some((value, c) => differ(value, other[c]!));

/** Whether a channel moves at all, by its samples: one that stands is held on its first value but for rounding. */
export const moves = (column: ArrayLike<number>): boolean => {
  for (let i = 1; i < column.length; i++) if (differ(column[i]!, column[0]!)) return true;
  return false;
};

/**
 * Whether the motion stands from one key to the next: with equal ends and, where it is a curve, nothing between that
 * leaves and comes back. From the last key on there is no next.
 */
export function standsFrom(keys: readonly Key[], index: number): boolean {
  const [from, to] = [keys[index], keys[index + 1]];
  if (!from || !to || differ(from.value, to.value)) return false;
  if (from.leave !== 'curve') return true;
  const { v1, v2 } = segmentCurve(keys, index);
  return !differ(v1, from.value) && !differ(v2, from.value);
}
