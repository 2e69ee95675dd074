/** One shift and pace that lay one curve on another best, of all there are. */

import { apart, type LaidCurve } from './laid-curve.ts';

export interface Registration {
  target: LaidCurve;
  take: LaidCurve;
  channels: number;
  /** The take is drawn at another size or place than it has. */
  isPut: boolean;
  /** What is drawn of both, on the target's ruler. */
  range: { first: number; last: number };
  /** From where to where the take is known, on the target's ruler. */
  recorded: { first: number; last: number };
  span: number;
  /** The target's events, in order. */
  events: readonly number[];
}

/** One shift and one pace for all of a curve: `at + shift + (frame − at) · pace`. */
export interface GlobalFit {
  at: number;
  shift: number;
  pace: number;
}

const MOST_SHIFT = 14;
const PACES = [
  1, 0.95, 1.05, 0.9, 1.1, 0.85, 1.15, 0.8, 1.2, 0.75, 1.25, 0.7, 1.3, 0.65, 1.35, 1.4, 0.6, 1.5, 0.5, 1.67, 2,
];
/** A miss counts up to this share of the span: what is quite another pose says nothing of when. */
export const MOST_MISS = 0.2;
const POINTS = 60;
/** A fit that leaves more than this share of what is missed explains nothing. */
const EXPLAINS = 0.35;
/** What a frame of shift, squared, and a twentieth of pace, squared, have to mend to be believed. */
const SHIFT_COST = 2e-5;
const PACE_COST = 1e-5;

export const applyFit = ({ at, shift, pace }: GlobalFit, frame: number): number => at + shift + (frame - at) * pace;

/** The frame that a fit carries to this one. */
export const applyInverse = ({ at, shift, pace }: GlobalFit, frame: number): number => at + (frame - shift - at) / pace;

function missAt({ target, take, channels, span }: Registration, targetFrame: number, takeFrame: number): number {
  return Math.min(MOST_MISS, apart(channels, target, targetFrame, take, takeFrame) / span) ** 2;
}

/** The shift and pace that lay the take on the target best; none where that mends nothing. */
export function fitWhole(curves: Registration): GlobalFit {
  const { none, best, least, asIs } = bestWhole(curves);
  return least < EXPLAINS * asIs ? best : none;
}

/** What is still missed when the take is laid on the target by the best shift and pace. */
export function missOfWhole(curves: Registration): number {
  return bestWhole(curves).least;
}

function bestWhole(curves: Registration): { none: GlobalFit; best: GlobalFit; least: number; asIs: number } {
  const { range, events } = curves;
  const at = events[0] ?? range.first;
  const points = Math.min(POINTS, range.last - range.first + 1);
  const frames = Array.from(
    { length: points },
    (_, i) => range.first + (i * (range.last - range.first)) / Math.max(1, points - 1),
  );
  const none: GlobalFit = { at, shift: 0, pace: 1 };
  let best = none;
  let [least, asIs] = [Infinity, Infinity];
  for (const pace of PACES)
    for (let k = 0; k <= 2 * MOST_SHIFT; k++) {
      const shift = k % 2 === 0 ? k / 2 : -(k + 1) / 2;
      const fit = { at, shift, pace };
      let cost = SHIFT_COST * shift ** 2 + PACE_COST * (20 * (pace - 1)) ** 2;
      for (let i = 0; i < frames.length && cost < least; i++)
        cost += missAt(curves, frames[i]!, applyFit(fit, frames[i]!)) / frames.length;
      if (asIs === Infinity) asIs = cost;
      if (cost < least - 1e-12) [best, least] = [fit, cost];
    }
  return { none, best, least, asIs };
}
