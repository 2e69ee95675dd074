/** `3 frames`, `1 frame`, `2.5 frames`. */
export function frames(count: number): string {
  const rounded = roundTo(Math.abs(count), 2);
  return `${rounded} frame${rounded === 1 ? '' : 's'}`;
}

/** Rounds for showing, without trailing zeros. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale;
}

/** A subject's name inside a sentence: `Drawer` → `the drawer`. */
export function theSubject(name: string): string {
  return /^the\s/i.test(name) ? name.toLowerCase() : `the ${name.toLowerCase()}`;
}

export function capital(sentence: string): string {
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}
