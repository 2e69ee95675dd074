import * as z from 'zod';

/** The middle of some numbers, and between what the middle half of them lies. */
export const Quartiles = z.object({ low: z.number(), median: z.number(), high: z.number() });
export type Quartiles = z.infer<typeof Quartiles>;

/** Quartiles, between numbers by their distance (type 7 of Hyndman & Fan 1996); null of none. */
export function quartilesOf(values: readonly number[]): Quartiles | null {
  if (values.length === 0) return null;
  const sorted = values.toSorted((a, b) => a - b);
  const at = (share: number): number => {
    const place = share * (sorted.length - 1);
    const below = Math.floor(place);
    const [low, high] = [sorted[below]!, sorted[Math.min(below + 1, sorted.length - 1)]!];
    return low + (high - low) * (place - below);
  };
  return { low: at(0.25), median: at(0.5), high: at(0.75) };
}
