/**
 * Where the events of a target lie in a curve that has no keys to tell: by laying the one on the other, stretched from
 * event to event (piecewise-linear registration by dynamic programming over the offsets).
 */

import { explainedPlaces } from './explained.ts';
import { inOrder, valueOn } from './laid-curve.ts';
import type { Given } from './laid-miss.ts';
import { partlyPacedPlaces } from './paced-places.ts';
import { applyFit, fitWhole, type GlobalFit, MOST_MISS, type Registration } from './whole-fit.ts';

/** Offsets tried about where the whole has an event, and about the best of those. */
const COARSE = { step: 1, reach: 8, rawShare: 0.3 };
const FINE = { step: 0.25, reach: 2, rawShare: 0.05 };
/** Between two events at least this share of the target's frames. */
const LEAST_PACE = 0.25;
const SEGMENT_POINTS = 8;
/** What goes less than this share of the span is no move. */
const A_MOVE = 0.02;
/** What a move misses counts by its own extent as well, but as if that were this share of the span at least. */
const LEAST_EXTENT = 0.1;
/** What an offset from the whole's own, squared, has to mend. */
const OFFSET_COST = 4e-4;
/** As much worse the whole may get before an offset is sure. */
const SURE = 0.006;
/** The same for what is not seen as a start, a stop or a turn. */
const UNSEEN_SURE = 0.03;
/** The same for parts of a frame. */
const FINE_SURE = 0.002;
const AT_END = 0.5;
/** The share of what is missed that another whole may leave to be believed. */
const MUCH_BETTER = 0.6;
/** The share of the events that is to be within what is shown. */
const MOSTLY = 0.8;
/** The share by which it is believed whatever is seen. */
const FAR_BETTER = 0.2;

/** From one frame to another. */
type Stretch = readonly [from: number, to: number];

/** What laying a stretch of the target on one of the take misses, summed over its frames. */
type LayOn = (from: number, to: number) => number;

const NOTHING: LayOn = () => 0;
const MOST_SQUARED = MOST_MISS ** 2;

/**
 * A stretch of the target to be laid on many of the take: what of it is the same for all of them is worked out once.
 * `rawShare` of a miss counts as it is, the rest without what its ends are off by.
 */
function laying({ target, take, channels, span, range }: Registration, [a, b]: Stretch, rawShare: number): LayOn {
  const [first, last] = [Math.max(a, range.first), Math.min(b, range.last)];
  if (last <= first || b <= a) return NOTHING;
  const points = Math.max(2, Math.min(SEGMENT_POINTS, Math.ceil(last - first)));
  const perPoint = (last - first) / points;
  const [starts, ends] = [new Float64Array(channels), new Float64Array(channels)];
  const us = Float64Array.from({ length: points }, (_, i) => (first + (i + 0.5) * perPoint - a) / (b - a));
  const [asked, shares] = [new Float64Array(points * channels), new Float64Array(points * channels)];
  for (let c = 0; c < channels; c++) {
    [starts[c], ends[c]] = [valueOn(target, c, a), valueOn(target, c, b)];
    const way = ends[c]! - starts[c]!;
    for (let i = 0; i < points; i++) {
      const value = valueOn(target, c, first + (i + 0.5) * perPoint);
      asked[i * channels + c] = value;
      shares[i * channels + c] = Math.abs(way) > 1e-6 * span ? (value - starts[c]!) / way : us[i]!;
    }
  }
  let squaredExtent = 0;
  for (let c = 0; c < channels; c++) {
    let [low, high] = [Math.min(starts[c]!, ends[c]!), Math.max(starts[c]!, ends[c]!)];
    for (let i = 0; i < points; i++) {
      low = Math.min(low, asked[i * channels + c]!);
      high = Math.max(high, asked[i * channels + c]!);
    }
    squaredExtent += (high - low) ** 2;
  }
  const extent = Math.sqrt(squaredExtent);
  const perSquare = 1 / (span * (extent < A_MOVE * span ? span : Math.max(extent, LEAST_EXTENT * span)));
  const [startMisses, endMisses] = [new Float64Array(channels), new Float64Array(channels)];
  const { columns, first: firstFrame, perFrame } = take;
  const lastPair = columns[0]!.length - 2;
  return (from, to) => {
    for (let c = 0; c < channels; c++) {
      startMisses[c] = valueOn(take, c, from) - starts[c]!;
      endMisses[c] = valueOn(take, c, to) - ends[c]!;
    }
    let sum = 0;
    for (let i = 0; i < points; i++) {
      // As `valueOn`, for all channels at once: this is where reading a recording takes its time.
      const at = (from + us[i]! * (to - from) - firstFrame) * perFrame;
      const pair = Math.min(lastPair, Math.max(0, Math.floor(at)));
      const share = Math.min(1, Math.max(0, at - pair));
      let raw = 0;
      let shape = 0;
      for (let c = 0; c < channels; c++) {
        const k = i * channels + c;
        const column = columns[c]!;
        const before = column[pair]!;
        const miss = before + (column[pair + 1]! - before) * share - asked[k]!;
        const own = miss - startMisses[c]! - (endMisses[c]! - startMisses[c]!) * shares[k]!;
        raw += miss * miss;
        shape += own * own;
      }
      raw *= perSquare;
      shape *= perSquare;
      sum +=
        rawShare * (raw < MOST_SQUARED ? raw : MOST_SQUARED) +
        (1 - rawShare) * (shape < MOST_SQUARED ? shape : MOST_SQUARED);
    }
    return sum * perPoint;
  };
}

interface Steps {
  step: number;
  reach: number;
  /** See `laying`. */
  rawShare: number;
}

/**
 * The best places of the events about some centres, each so many steps at most away, and how much worse the whole is
 * with an event on its centre.
 */
function placeAbout(
  curves: Registration,
  centres: readonly number[],
  whole: GlobalFit,
  { step, reach, rawShare }: Steps,
): { places: number[]; worse: number[]; cost: number } {
  const { events, range } = curves;
  const n = events.length;
  const states = 2 * reach + 1;
  const placeOf = (i: number, k: number): number => centres[i]! + (k - reach) * step;
  const expected = events.map((frame) => applyFit(whole, frame));
  const offset = (i: number, k: number): number => placeOf(i, k) - expected[i]!;
  const own = (i: number, k: number): number => OFFSET_COST * offset(i, k) ** 2;
  const between = Array.from({ length: n - 1 }, (_, i) => {
    const costs = new Float64Array(states * states).fill(Infinity);
    const layOn = laying(curves, [events[i]!, events[i + 1]!], rawShare);
    const least = LEAST_PACE * (events[i + 1]! - events[i]!) * whole.pace;
    for (let p = 0; p < states; p++) {
      const from = placeOf(i, p);
      for (let q = 0; q < states; q++) {
        const to = placeOf(i + 1, q);
        if (to - from < least) continue;
        costs[p * states + q] = layOn(from, to) + OFFSET_COST * (offset(i, p) - offset(i + 1, q)) ** 2 + own(i + 1, q);
      }
    }
    return costs;
  });
  // What lies before the first event, or after the last, as where a cycle is repeated, goes along at the whole's pace.
  const before = laying(curves, [range.first, events[0]!], rawShare);
  const after = laying(curves, [events[n - 1]!, range.last], rawShare);
  const forth = [
    Float64Array.from(
      { length: states },
      (_, k) => own(0, k) + before(placeOf(0, k) - (events[0]! - range.first) * whole.pace, placeOf(0, k)),
    ),
  ];
  for (let i = 1; i < n; i++) {
    const row = new Float64Array(states).fill(Infinity);
    for (let q = 0; q < states; q++)
      for (let p = 0; p < states; p++) row[q] = Math.min(row[q]!, forth[i - 1]![p]! + between[i - 1]![p * states + q]!);
    forth.push(row);
  }
  const back = Array.from({ length: n }, () => new Float64Array(states));
  for (let k = 0; k < states; k++)
    back[n - 1]![k] = after(placeOf(n - 1, k), placeOf(n - 1, k) + (range.last - events[n - 1]!) * whole.pace);
  for (let i = n - 2; i >= 0; i--)
    for (let p = 0; p < states; p++) {
      let least = Infinity;
      for (let q = 0; q < states; q++) least = Math.min(least, between[i]![p * states + q]! + back[i + 1]![q]!);
      back[i]![p] = least;
    }
  const totals = events.map((_, i) => Float64Array.from({ length: states }, (__, k) => forth[i]![k]! + back[i]![k]!));
  const best = totals.map((total) => total.indexOf(Math.min(...total)));
  return {
    places: best.map((k, i) => placeOf(i, k)),
    cost: Math.min(...totals[0]!),
    worse: totals.map((total, i) => total[reach]! - total[best[i]!]!),
  };
}

/**
 * Where the events are seen to happen, near where they are thought to be; null where they are not seen there, undefined
 * where the target itself shows nothing.
 */
export type Seen = (thought: readonly number[], otherwise: readonly number[]) => (number | null | undefined)[];

/**
 * Where each event of the target lies in the take, on the target's ruler. Roughly where the curves lie on one another
 * best; there, where it is seen to happen; and finely about that place. What is neither sure nor seen is where the
 * whole has it. That the whole is late, or at another pace, is believed where it fits far better, or more is seen by
 * it, or as much and it fits better. Where one thing explains all that is recorded, as that has it.
 */
export function registerEvents(
  curves: Registration,
  seen: Seen,
  given: Given,
): { places: number[]; isExplained: boolean } {
  if (curves.events.length === 0) return { places: [], isExplained: false };
  const whole = fitWhole(curves);
  const explained = explainedPlaces(curves, whole, given);
  if (explained) return { places: explained, isExplained: true };
  const places = eachPlaced(curves, whole, seen);
  const paced = partlyPacedPlaces(curves, places, given);
  return { places: paced ?? places, isExplained: paced !== null };
}

function eachPlaced(curves: Registration, whole: GlobalFit, seen: Seen): number[] {
  const asIs = registerBy(curves, { ...whole, shift: 0, pace: 1 }, seen);
  if (whole.shift === 0 && whole.pace === 1) return asIs.places;
  const byWhole = registerBy(curves, whole, seen);
  const times = byWhole.cost / asIs.cost;
  // What would lie beyond what is shown explains itself away.
  const isShown = (places: readonly number[]): boolean =>
    places.filter((place) => place >= curves.range.first - AT_END && place <= curves.range.last + AT_END).length >=
    MOSTLY * places.length;
  const isBetter =
    (times < FAR_BETTER && (byWhole.seenCount >= asIs.seenCount || isShown(byWhole.places))) ||
    (times < 1 / FAR_BETTER && byWhole.seenCount > asIs.seenCount) ||
    (times < MUCH_BETTER && byWhole.seenCount === asIs.seenCount);
  return isBetter ? byWhole.places : asIs.places;
}

function registerBy(
  curves: Registration,
  whole: GlobalFit,
  seen: Seen,
): { places: number[]; seenCount: number; cost: number } {
  const { events, range } = curves;
  const centres = events.map((frame) => applyFit(whole, frame));
  const coarse = placeAbout(curves, centres, whole, COARSE);
  const sure = coarse.places.map((place, i) => (coarse.worse[i]! > SURE ? place : centres[i]!));
  const found = seen(sure, centres);
  const isEnd = (frame: number): boolean => frame <= range.first + AT_END || frame >= range.last - AT_END;
  const places = found.map((place, i) =>
    // When what begins or ends with the range happens, nothing before or after it tells.
    place === undefined && !isEnd(events[i]!) && coarse.worse[i]! > UNSEEN_SURE
      ? coarse.places[i]!
      : (place ?? centres[i]!),
  );
  // What would change its order is where the whole has it.
  const apart = inOrder(places, centres);
  const fine = placeAbout(curves, apart, whole, FINE);
  return {
    places: fine.places.map((place, i) => (fine.worse[i]! > FINE_SURE ? place : apart[i]!)),
    cost: fine.cost,
    seenCount: found.filter((place) => typeof place === 'number').length,
  };
}
