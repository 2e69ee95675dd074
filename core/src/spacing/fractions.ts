import { formatFixed } from '../format-fixed.ts';
/** The fractions that timing charts are written in. */
const FRACTIONS: [value: number, text: string][] = [
  [1 / 2, '1/2'],
  [1 / 3, '1/3'],
  [2 / 3, '2/3'],
  [1 / 4, '1/4'],
  [3 / 4, '3/4'],
  [1 / 8, '1/8'],
  [3 / 8, '3/8'],
  [5 / 8, '5/8'],
  [7 / 8, '7/8'],
  [1 / 16, '1/16'],
  [15 / 16, '15/16'],
];

const NEAR = 0.006;

/** The chart fraction a share is at, if it is at one; else null. */
export function fractionOf(share: number): string | null {
  return FRACTIONS.find(([value]) => Math.abs(value - share) <= NEAR)?.[1] ?? null;
}

/** A share of the way in words: a chart fraction, or percent. */
export function shareWords(share: number): string {
  return fractionOf(share) ?? `${formatFixed(share * 100, 1)} %`;
}

/** The nearest chart fraction within a reach, which a dragged share is drawn to. */
export function drawnToFraction(share: number, reach: number): number {
  let best = share;
  let least = reach;
  for (const [value] of FRACTIONS) {
    if (Math.abs(value - share) <= least) {
      least = Math.abs(value - share);
      best = value;
    }
  }
  return best;
}
