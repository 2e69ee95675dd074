import type { FrameRange } from '../time/range.ts';
import { apart, type LaidCurve } from './laid-curve.ts';
import type { Registration } from './whole-fit.ts';

/** How far the target is from a take that lies on its ruler in some way, and when that is none. */

/** What a cause may leave of all that is recorded, as a root of the mean square, in shares of the span. */
export const ALIKE = 0.004;
const NOISE_TIMES = 2;
/** The worst of many frames is so many times the noise. */
const WORST_NOISE = 2.5;
/**
 * Of the target's frames, at that pace, as many at least are to lie within what was recorded; of what is far too slow
 * that all of it be within the target is as good.
 */
const MOSTLY = 0.6;
const NEARLY_ALL = 0.95;

/** Curves of a take whose drawings stand for so many frames. */
export interface Drawn extends Registration {
  held: number;
}

export interface Miss {
  worst: number;
  usual: number;
}

/** The first of a take's own drawings and the last frame of those that are laid out: keys may lie far beyond. */
function drawingsOf({ take, recorded, held }: Drawn): FrameRange {
  const first = recorded.first + Math.ceil(Math.max(0, take.first - recorded.first) / held) * held;
  const last = Math.min(recorded.last, take.first + take.columns[0]!.length / take.perFrame);
  return { first: Math.ceil(first), last };
}

/**
 * How far the target is from the take that lies so on its ruler: at most, and as a root of the mean square, in shares
 * of the span; null of too little, or where the mean is more than `enough`. On the take's own drawings: what lies
 * between two of them is in neither.
 */
export function missOf(curves: Drawn, toTarget: (at: number) => number, pace: number, enough: number): Miss | null {
  const { target, take, channels, span, range, held } = curves;
  const frames = (range.last - range.first + 1) / held;
  const most = (enough * span) ** 2 * frames * Math.max(1, pace);
  let [worst, sum, count] = [0, 0, 0];
  const { first, last } = drawingsOf(curves);
  for (let at = first; at <= last; at += held) {
    const frame = toTarget(at);
    if (frame < range.first || frame > range.last) continue;
    const miss = apart(channels, target, frame, take, at);
    sum += miss ** 2;
    worst = Math.max(worst, miss);
    count += 1;
    if (sum > most) return null;
  }
  if (count < Math.min(MOSTLY * pace, NEARLY_ALL) * frames) return null;
  return { worst: worst / span, usual: Math.sqrt(sum / count) / span };
}

/**
 * Whether a take that lies so on its ruler does, where the ruler has ended, as the target does there, or stands: no
 * more than `worst` off, in shares of the span. Where the target moves on, further than it is laid out is not known.
 */
export function endsAsAsked(curves: Drawn, toTarget: (at: number) => number, worst: number): boolean {
  const { target, take, channels, span, range, held } = curves;
  const isOff = (one: LaidCurve, frame: number, other: LaidCurve, at: number): boolean =>
    apart(channels, one, frame, other, at) > worst * span;
  const isIn = (frame: number): boolean => frame >= range.first && frame <= range.last;
  const { first, last } = drawingsOf(curves);
  const drawn: number[] = [];
  for (let at = first; at <= last; at += held) if (isIn(at)) drawn.push(at);
  const within = drawn.filter((at) => isIn(toTarget(at)));
  if (within.length === 0) return true;
  return drawn.every((at) => {
    const frame = toTarget(at);
    if (isIn(frame)) return true;
    const [end, laidOut, nearest] =
      frame < range.first
        ? [range.first, target.first, within[0]!]
        : [range.last, target.first + (target.columns[0]!.length - 1) / target.perFrame, within.at(-1)!];
    const isKnown = Math.abs(frame - end) <= Math.abs(laidOut - end) || !isOff(target, end, target, laidOut);
    return !isKnown || !isOff(target, frame, take, at) || !isOff(take, nearest, take, at);
  });
}

/**
 * From the take's frames to the target's, events being at those places: straight between them, and as far beyond as the
 * target is shown.
 */
export function betweenPlaces({ events, range }: Registration, places: readonly number[]): (at: number) => number {
  const last = events.length - 1;
  let i = 0;
  return (at) => {
    if (at <= places[0]!) return Math.max(range.first, at - places[0]! + events[0]!);
    if (at >= places[last]!) return Math.min(range.last, at - places[last]! + events[last]!);
    if (at < places[i]!) i = 0;
    while (at > places[i + 1]!) i += 1;
    const share = (at - places[i]!) / (places[i + 1]! - places[i]!);
    return events[i]! + (events[i + 1]! - events[i]!) * share;
  };
}

export interface Given {
  /** A miss of this share of the span is none. */
  share: number;
  /** Of the take, in shares of the span. */
  noise: number;
  /** How many of the events are seen to happen. */
  seen: number;
  /** How many frames a drawing of the take stands. */
  held: number;
}

/** When a miss is none, and what it may be as a root of the mean square. */
export function likeness(
  { channels }: Registration,
  { share, noise }: Pick<Given, 'share' | 'noise'>,
): { enough: number; worst: number; isAlike: (miss: Miss | null) => boolean } {
  const worst = share / 2 + WORST_NOISE * noise;
  const enough = Math.max(ALIKE, NOISE_TIMES * noise * Math.sqrt(channels));
  return {
    enough,
    worst,
    isAlike: (miss) => miss !== null && miss.worst <= worst && miss.usual <= enough,
  };
}
