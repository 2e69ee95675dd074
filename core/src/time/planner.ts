import Fraction from 'fraction.js';
import { answerFrames, type Exact, type FrameAnswer, toExact, toFraction, toNumber } from './exact.ts';
import { FASTEST_BPM, SLOWEST_BPM } from './quantity.ts';
import { MAX_RATE, MIN_RATE, type Rate, RATE_PRESETS } from './rate.ts';

/** How long counts take: `frames = counts·60/bpm·rate`. */
export interface CountPlan {
  whole: FrameAnswer;
  /** One count. */
  each: FrameAnswer;
  seconds: Exact;
  /**
   * The nearest whole-number tempi at which the counts fall on a whole frame, slower and faster; and that at which one
   * count does.
   */
  tempi: { below: number | null; above: number | null };
  /** The nearest rates at which they do at this tempo. */
  rates: { below: Rate | null; above: Rate | null };
  /** The exact tempi of the whole frames on both sides. */
  exactTempi: { frames: number; bpm: Exact }[];
}

function framesOf(counts: Fraction, bpm: Fraction, rate: Rate): Fraction {
  return counts.mul(60).div(bpm).mul(rate.num).div(rate.den);
}

function nearest<T>(candidates: Iterable<T>, fits: (candidate: T) => boolean): T | null {
  for (const candidate of candidates) if (fits(candidate)) return candidate;
  return null;
}

function* steps(from: number, to: number, by: 1 | -1): Iterable<number> {
  for (let value = from; (to - value) * by >= 0; value += by) yield value;
}

/** Whole-number rates and the presets, slowest first. */
const RATES: readonly Rate[] = [
  ...RATE_PRESETS.filter((rate) => rate.den !== 1),
  ...Array.from({ length: MAX_RATE - MIN_RATE + 1 }, (_, i): Rate => ({ num: MIN_RATE + i, den: 1 })),
].sort((a, b) => a.num / a.den - b.num / b.den);

/**
 * 4 counts at 90 bpm and 24 fps are 64 frames; at 92 they are 62.61, and the nearest tempi that come out whole are 90
 * and 96. Counts and tempo are more than 0.
 */
export function planCounts(counts: Exact, bpm: Exact, rate: Rate): CountPlan {
  const count = toFraction(counts);
  const tempo = toFraction(bpm);
  const frames = framesOf(count, tempo, rate);
  const now = toNumber(bpm);
  const isWholeAt = (candidate: number): boolean => framesOf(count, new Fraction(candidate), rate).d === 1n;
  const isWholeRate = (candidate: Rate): boolean => framesOf(count, tempo, candidate).d === 1n;
  const fps = rate.num / rate.den;
  const around =
    frames.d === 1n
      ? []
      : [Number(frames.ceil().valueOf()), Number(frames.floor().valueOf())].filter((whole) => whole > 0);
  return {
    whole: answerFrames(frames, rate),
    each: answerFrames(framesOf(new Fraction(1), tempo, rate), rate),
    seconds: toExact(count.mul(60).div(tempo)),
    tempi: {
      below: nearest(steps(Math.min(FASTEST_BPM, Math.ceil(now) - 1), SLOWEST_BPM, -1), isWholeAt),
      above: nearest(steps(Math.max(SLOWEST_BPM, Math.floor(now) + 1), FASTEST_BPM, 1), isWholeAt),
    },
    rates: {
      below: RATES.findLast((candidate) => candidate.num / candidate.den < fps && isWholeRate(candidate)) ?? null,
      above: RATES.find((candidate) => candidate.num / candidate.den > fps && isWholeRate(candidate)) ?? null,
    },
    exactTempi: around.map((whole) => ({
      frames: whole,
      bpm: toExact(count.mul(60).mul(rate.num).div(rate.den).div(whole)),
    })),
  };
}

/** The tempo at which counts fill a length of frames exactly. */
export function tempoFor(counts: Exact, frames: number, rate: Rate): Exact {
  return toExact(toFraction(counts).mul(60).mul(rate.num).div(rate.den).div(frames));
}

/** Something that covers a distance: speed in metres a second, and its own length in metres if known. */
export interface Mover {
  metresPerSecond: Exact;
  lengthMetres: Exact | null;
}

export interface MoverPlan {
  answer: FrameAnswer;
  metresPerFrame: Exact;
  /**
   * Step a frame ÷ own length; above 1 the drawings no longer overlap and the movement strobes. Null without a length.
   */
  stepShare: number | null;
  strobes: boolean;
}

export interface DistancePlan {
  movers: MoverPlan[];
  /** Which mover is slowest, and the frames all need so that it arrives too. */
  slowest: number;
  framesForAll: number;
}

/**
 * `frames = distance/speed·rate`: 6 m at 0.25, 0.5 and 2.5 m/s take 576, 288 and 57.6 frames at 24 fps. At least one
 * mover; distance and speeds more than 0.
 */
export function planDistance(distanceMetres: Exact, movers: readonly Mover[], rate: Rate): DistancePlan {
  const distance = toFraction(distanceMetres);
  const plans = movers.map(({ metresPerSecond, lengthMetres }): MoverPlan => {
    const speed = toFraction(metresPerSecond);
    const step = speed.mul(rate.den).div(rate.num);
    const stepShare = lengthMetres && lengthMetres.num > 0 ? step.div(toFraction(lengthMetres)).valueOf() : null;
    return {
      answer: answerFrames(distance.div(speed).mul(rate.num).div(rate.den), rate),
      metresPerFrame: toExact(step),
      stepShare,
      strobes: stepShare !== null && stepShare > 1,
    };
  });
  const slowest = plans.reduce((best, plan, i) => (plan.answer.frames > plans[best]!.answer.frames ? i : best), 0);
  return { movers: plans, slowest, framesForAll: Math.ceil(plans[slowest]?.answer.frames ?? 0) };
}
