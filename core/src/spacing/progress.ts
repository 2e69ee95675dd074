/**
 * How far along its way a movement is at each sample: arc length from the first sample along the real trajectory ÷ the
 * whole length, or for one channel `(v − vA)/(vB − vA)`, which leaves [0,1] on anticipation and overshoot. `columns`
 * are the movement's channels, equally long. A movement that ends where it began on one channel is measured by its
 * length too.
 */
export function progressInto(out: Float64Array, columns: readonly Float64Array[]): Float64Array {
  const count = out.length;
  const only = moving(columns);
  const from = only?.[0] ?? 0;
  const way = only ? only[count - 1]! - from : 0;
  if (only && Math.abs(way) > NO_WAY * farthest(only, from)) {
    for (let i = 0; i < count; i++) out[i] = (only[i]! - from) / way;
    return out;
  }
  out[0] = 0;
  for (let i = 1; i < count; i++) {
    let squared = 0;
    for (const column of columns) squared += (column[i]! - column[i - 1]!) ** 2;
    out[i] = out[i - 1]! + Math.sqrt(squared);
  }
  const length = out[count - 1] ?? 0;
  if (length > 0) for (let i = 0; i < count; i++) out[i] = out[i]! / length;
  return out;
}

/** Nearer to its start than this share of how far it goes, a movement ends where it began. */
const NO_WAY = 1e-9;

function farthest(column: Float64Array, from: number): number {
  return column.reduce((most, value) => Math.max(most, Math.abs(value - from)), 0);
}

/** The one column that moves at all, if there is exactly one. */
function moving(columns: readonly Float64Array[]): Float64Array | undefined {
  const moved = columns.filter((column) => column.some((value) => value !== column[0]));
  return moved.length === 1 ? moved[0] : undefined;
}
