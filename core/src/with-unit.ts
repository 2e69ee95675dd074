/** A figure with its unit as it is printed: `12 px`, but `12°` and `0.8×`; an angle a second is `12°/s`. */
export const withUnit = (figure: number | string, unit: string): string =>
  `${figure}${/^[°×]/.test(unit) ? '' : ' '}${unit}`;
