/**
 * The least and the greatest of some numbers, however many: spread into `Math.max` they would be arguments, of which
 * there is a limit. Of none: ∞ and −∞.
 */
export function extentOf(values: Iterable<number>): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return { low, high };
}
