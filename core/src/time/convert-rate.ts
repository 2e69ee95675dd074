import Fraction from 'fraction.js';
import { type Exact, toExact } from './exact.ts';
import type { FrameRange } from './range.ts';
import type { Rate } from './rate.ts';

/**
 * What stays when the rate changes: the seconds (frames are renumbered) or the frame numbers (the running time
 * changes).
 */
export const RATE_POLICIES = ['keep-seconds', 'keep-frames'] as const;
export type RatePolicy = (typeof RATE_POLICIES)[number];

export interface RateChange {
  from: Rate;
  to: Rate;
  policy: RatePolicy;
  /** The frame that keeps its number: the first of the range. */
  first: number;
}

/** One frame carried over to another rate. */
export interface ConvertedFrame {
  from: number;
  /** Where it falls exactly, and on the nearest whole frame (a half goes up). */
  exact: Exact;
  to: number;
  whole: number;
  /** `whole − exact` in frames of the new rate. */
  roundingFrames: number;
  roundingSeconds: number;
}

/** A frame stretched about `first` by a ratio. */
export function convertedFrame(
  frame: number,
  first: number,
  ratio: { num: number; den: number },
): Omit<ConvertedFrame, 'roundingSeconds'> {
  const exact = new Fraction(frame).sub(first).mul(ratio.num).div(ratio.den).add(first);
  const whole = Number(exact.add(new Fraction(1, 2)).floor().valueOf());
  return {
    from: frame,
    exact: toExact(exact),
    to: exact.valueOf(),
    whole,
    roundingFrames: new Fraction(whole).sub(exact).valueOf(),
  };
}

/**
 * Carries a frame over: `f' = first + (f − first)·r'/r` where seconds are kept. Keys 1, 13, 25, 49 from 24 to 25 fps
 * fall on 1, 13.5, 26, 51.
 */
export function convertFrame(frame: number, { from, to, policy, first }: RateChange): ConvertedFrame {
  const ratio = policy === 'keep-frames' ? { num: 1, den: 1 } : { num: to.num * from.den, den: to.den * from.num };
  const place = convertedFrame(frame, first, ratio);
  return { ...place, roundingSeconds: (place.roundingFrames * to.den) / to.num };
}

/**
 * The range at the new rate: with seconds kept, as many frames as the running time needs, the last one begun counted
 * whole.
 */
export function convertRange(range: FrameRange, change: RateChange): { range: FrameRange; exactCount: Exact } {
  const count = new Fraction(range.last - range.first + 1);
  const { from, to, policy } = change;
  const exact = policy === 'keep-frames' ? count : count.mul(to.num).mul(from.den).div(to.den).div(from.num);
  return {
    range: { first: range.first, last: range.first + Math.max(1, Number(exact.ceil().valueOf())) - 1 },
    exactCount: toExact(exact),
  };
}
