import Fraction from 'fraction.js';
import { framesPerSecond, type Rate } from './rate.ts';

/** A number kept as a ratio of whole numbers in lowest terms, `den` positive. */
export interface Exact {
  num: number;
  den: number;
}

export function toExact(value: Fraction): Exact {
  return { num: Number(value.s * value.n), den: Number(value.d) };
}

export function toFraction(value: Exact): Fraction {
  return new Fraction(BigInt(value.num), BigInt(value.den));
}

export function toNumber(value: Exact): number {
  return value.num / value.den;
}

/** `64`, `62 14/23`, `−1/2`: whole part and what is left of it. */
export function formatExact({ num, den }: Exact): string {
  const sign = num < 0 ? '−' : '';
  const whole = Math.floor(Math.abs(num) / den);
  const rest = Math.abs(num) % den;
  if (rest === 0) return `${sign}${whole}`;
  return `${sign}${whole > 0 ? `${whole} ` : ''}${rest}/${den}`;
}

/** A length of time in frames: exactly, and on a ruler of whole frames. */
export interface FrameAnswer {
  exact: Exact;
  frames: number;
  seconds: number;
  isWhole: boolean;
  /** The nearest whole frame; a half goes up. */
  rounded: number;
  /** What rounding adds: `rounded − exact`, in frames and in seconds. */
  roundingFrames: number;
  roundingSeconds: number;
}

/** What a number of frames comes to at a rate. */
export function answerFrames(frames: Fraction, rate: Rate): FrameAnswer {
  const exact = toExact(frames);
  const rounded = Number(frames.add(new Fraction(1, 2)).floor().valueOf());
  const rounding = new Fraction(rounded).sub(frames);
  return {
    exact,
    frames: frames.valueOf(),
    seconds: frames.mul(rate.den).div(rate.num).valueOf(),
    isWhole: frames.d === 1n,
    rounded,
    roundingFrames: rounding.valueOf(),
    roundingSeconds: rounding.valueOf() / framesPerSecond(rate),
  };
}
