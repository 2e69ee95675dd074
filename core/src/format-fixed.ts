/** A number with so many decimals, as it is printed: with a minus that is one, and none before nothing. */
export function formatFixed(value: number, decimals: number): string {
  const fixed = value.toFixed(decimals);
  return Number(fixed) === 0 ? fixed.replace('-', '') : fixed.replace('-', '−');
}

/** The same with its sign before it, also where it is above nothing. */
export function formatSigned(value: number, decimals: number): string {
  const fixed = formatFixed(value, decimals);
  return value > 0 && Number(fixed) !== 0 ? `+${fixed}` : fixed;
}

/** A number with at most so many decimals, as files have it: no zeros at its end, a minus that every reader knows. */
export function trimmed(value: number, decimals: number): string {
  return String(Number(value.toFixed(decimals)));
}
