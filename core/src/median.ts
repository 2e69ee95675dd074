/** The middle of some numbers, of an even count the greater of the two; NaN of none. */
export function medianOf(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values).sort();
  return sorted[sorted.length >> 1] ?? NaN;
}
