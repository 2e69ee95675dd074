import { differ, moves } from '../motion/sampling/stands.ts';

/**
 * How far along its way a movement is at each sample: arc length from the first sample along the real trajectory ÷ the
 * whole length, or for one channel `(v − vA)/(vB − vA)`, which leaves [0,1] on anticipation and overshoot. `columns`
 * are the movement's channels, equally long. A movement that ends where it began on one channel is measured by its
 * length too, and one that stands is nowhere along any.
 */
export function progressInto(out: Float64Array, columns: readonly Float64Array[]): Float64Array {
  const count = out.length;
  const moving = columns.filter(moves);
  if (moving.length === 0) return out.fill(0);
  const only = moving.length === 1 ? moving[0]! : null;
  const from = only?.[0] ?? 0;
  if (only && differ(only[count - 1]!, from)) {
    const way = only[count - 1]! - from;
    for (let i = 0; i < count; i++) out[i] = (only[i]! - from) / way;
    return out;
  }
  out[0] = 0;
  for (let i = 1; i < count; i++) {
    let squared = 0;
    for (const column of moving) squared += (column[i]! - column[i - 1]!) ** 2;
    out[i] = out[i - 1]! + Math.sqrt(squared);
  }
  const length = out[count - 1] ?? 0;
  if (length > 0) for (let i = 0; i < count; i++) out[i] = out[i]! / length;
  return out;
}
