import type Fraction from 'fraction.js';
import * as z from 'zod';
import { calculate } from '../calculate.ts';
import { accept, quoted, refuse, type Result } from '../result.ts';

export const MIN_RATE = 1;
export const MAX_RATE = 240;

/** Frames per second as a ratio of whole numbers, so that 24000/1001 stays exact. 1 to 240 fps. */
export const Rate = z
  .object({ num: z.int().positive().max(10_000_000), den: z.int().positive().max(1_000_000) })
  .refine((rate) => rate.num >= MIN_RATE * rate.den && rate.num <= MAX_RATE * rate.den, {
    message: `A frame rate is between ${MIN_RATE} and ${MAX_RATE} frames per second.`,
  });
export type Rate = z.infer<typeof Rate>;

/** The rates offered by name, slowest first. */
export const RATE_PRESETS: readonly Rate[] = [
  { num: 12, den: 1 },
  { num: 15, den: 1 },
  { num: 24000, den: 1001 },
  { num: 24, den: 1 },
  { num: 25, den: 1 },
  { num: 30000, den: 1001 },
  { num: 30, den: 1 },
  { num: 48, den: 1 },
  { num: 50, den: 1 },
  { num: 60000, den: 1001 },
  { num: 60, den: 1 },
];

/** Frames per second as a decimal, for arithmetic only: never stored. */
export function framesPerSecond(rate: Rate): number {
  return rate.num / rate.den;
}

export function sameRate(a: Rate, b: Rate): boolean {
  return a.num * b.den === b.num * a.den;
}

/** `24`, `23.976`, `12.5`: three decimals at most, for showing. */
export function formatRate(rate: Rate): string {
  return String(Math.round((rate.num * 1000) / rate.den) / 1000);
}

/** The rates whose usual short label is not their exact value: 23.976 and 23.98 both mean 24000/1001. */
function rateMeantBy(decimal: number): Rate | undefined {
  return RATE_PRESETS.find((rate) => rate.den === 1001 && Math.abs(framesPerSecond(rate) - decimal) < 0.0055);
}

/** To so many decimals any rate is a ratio of whole numbers that the schema takes. */
const DECIMALS = 4;

/**
 * Reads a rate a person typed: `24`, `12.5`, `23.976` or `30000/1001`, with or without `fps`.
 * Issues: `rate-not-a-number`, `rate-out-of-range`.
 */
export function parseRate(text: string): Result<Rate> {
  const read = calculate(text, { inUnit: (value, unit) => (unit.toLowerCase() === 'fps' ? value : null) });
  if (!read.ok)
    return refuse(
      'rate-not-a-number',
      [],
      `${quoted(text, 'is not a frame rate. ')}Type a number such as 24, 12.5 or 30000/1001.`,
    );
  const value = read.value.valueOf();
  if (!(value >= MIN_RATE && value <= MAX_RATE))
    return refuse('rate-out-of-range', [], `A frame rate is between ${MIN_RATE} and ${MAX_RATE} frames per second.`);
  const meant = text.includes('/') ? undefined : rateMeantBy(value);
  if (meant) return accept(meant);
  const ratio = ({ n, d }: Fraction): Rate => ({ num: Number(n), den: Number(d) });
  const exact = Rate.safeParse(ratio(read.value));
  return accept(exact.success ? exact.data : ratio(read.value.round(DECIMALS)));
}
