/** A number with so many decimals, as it is printed: with a minus that is one, and none before nothing. */
export function formatFixed(value: number, decimals: number): string {
  const fixed = value.toFixed(decimals);
  return Number(fixed) === 0 ? fixed.replace('-', '') : fixed.replace('-', '−');
}
