import { worstBetween } from './doubt.ts';
import { apart, type LaidCurve } from './laid-curve.ts';
import { ALIKE, betweenPlaces, type Drawn, endsAsAsked, type Given, likeness, type Miss, missOf } from './laid-miss.ts';
import { MOST_EVENTS, NEAR, onFrames } from './paced-places.ts';
import { applyFit, applyInverse, type GlobalFit, type Registration } from './whole-fit.ts';

/** As much better another cause has to be. */
const BETTER = 0.97;

/** A plainer shift may leave so many times as much, and a little. */
const AS_GOOD = 1.5;
/** So much of what a pace leaves is left where a part that is late is rather the cause. */
const CLEARLY = 0.85;

/** What swings fast is met by a pace near the right one only. */
const PACE = { least: 0.5, most: 2, ratio: 1.02 };
/** Finer and finer, how far about the best shift and pace others are tried, and in which steps. */
const ROUNDS = [
  { pace: 0.04, paceStep: 0.01, shift: 1, shiftStep: 0.25 },
  { pace: 0.008, paceStep: 0.002, shift: 0.25, shiftStep: 0.0625 },
];
/** A pace is one of so many moments at least, and this near to the target's it is that. */
const LEAST_PACED = 3;
const SAME_PACE = 0.01;
/** A pace at which keys are on frames of their own differs by so much. */
const LEAST_PACE = 0.04;
/** By how many frames a part is tried to be late or early, and in which steps. */
const PART = { most: 24, step: 0.5 };
/** What goes as it ought to over so much of the span, on so many frames, is on time at its ends. */
const AS_ASKED = { way: 0.1, frames: 3 };

/**
 * Where the events lie if one thing explains all that is recorded: that nothing is off; one shift and pace of all of
 * it; that from one event on, or one event alone, is late or early. Nothing else is then to be said of when. Null where
 * none does.
 */
export function explainedPlaces(laid: Registration, whole: GlobalFit, given: Given): number[] | null {
  const curves = { ...laid, held: given.held };
  const { events } = curves;
  const { enough, worst, isAlike } = likeness(curves, given);
  if (isAlike(missOf(curves, (at) => at, 1, enough))) return [...events];
  const fit = bestWhole(curves, whole);
  const toTarget = (at: number): number => applyInverse(fit, at);
  const left = missOf(curves, toTarget, fit.pace, enough);
  // Of two moments alone a pace is no more than where they lie.
  const mayBePaced = given.seen >= LEAST_PACED || given.seen === events.length || isSamePace(fit);
  if (isAlike(left) && mayBePaced && endsAsAsked(curves, toTarget, worst))
    return isSamePace(fit)
      ? events.map((frame) => frame + plainShift(curves, fit, left!.usual))
      : (partlyLate(curves, CLEARLY * left!.usual, isAlike) ?? quartersOf(events.map((frame) => applyFit(fit, frame))));
  const partly = partlyLate(curves, enough, isAlike);
  if (partly || given.seen < LEAST_PACED || Math.abs(fit.pace - 1) < LEAST_PACE) return partly;
  const said = events.map((frame) => applyFit(fit, frame));
  return onFrames(curves, said, NEAR, isAlike);
}

/** Places on quarters of a frame, finer than which nobody asks. */
const quartersOf = (places: readonly number[]): number[] => places.map((place) => Math.round(place * 4) / 4);

/** The shift of all, in whole frames if that leaves little more, else in halves, else in quarters. */
function plainShift(curves: Drawn, { at, shift, pace }: GlobalFit, least: number): number {
  const { range } = curves;
  // In the middle, as the pace may be off by next to nothing.
  const found = shift + ((range.first + range.last) / 2 - at) * (pace - 1);
  const plain = [1, 2].map((parts) => Math.round(found * parts) / parts);
  const isAsGood = (by: number): boolean =>
    (missOf(curves, (frame) => frame - by, 1, Infinity)?.usual ?? Infinity) <= AS_GOOD * least + ALIKE / 4;
  return plain.find(isAsGood) ?? Math.round(found * 4) / 4;
}

const isSamePace = ({ pace }: GlobalFit): boolean => Math.abs(pace - 1) < SAME_PACE;

/**
 * Whether each event is on time because the way to it, or from it, is gone on time and as it ought to be; or both are,
 * to and from another pose.
 */
export function onTimeBeside(laid: Registration, given: Omit<Given, 'seen'>): boolean[] {
  const curves = { ...laid, held: given.held };
  const { events, target, channels, span, recorded, range } = curves;
  const { enough, isAlike } = likeness(curves, given);
  const ends = [range.first, ...events, range.last].map((frame) => Math.max(range.first, Math.min(range.last, frame)));
  const off = given.share / 2 + given.noise;
  const wayOf = (curve: LaidCurve, from: number, to: number): number => apart(channels, curve, from, curve, to) / span;
  /** The way to each event, and the one from the last. */
  const ways = ends.slice(1).map((to, i) => {
    const from = ends[i]!;
    const asked = wayOf(target, from, to);
    const isShown = from >= recorded.first && to <= recorded.last && to - from >= AS_ASKED.frames;
    const drawn = recorded.first + Math.ceil((from - recorded.first) / given.held) * given.held;
    const part = { ...curves, range: { first: from, last: to }, recorded: { first: drawn, last: to } };
    const isMove = isShown && asked >= AS_ASKED.way;
    // What drifts where it ought to stand has the shape of any drift.
    const isOfItsShape = (): boolean =>
      isShown &&
      (isMove || wayOf(curves.take, from, to) <= asked + off) &&
      worstBetween(curves, [from, to], [from, to], Infinity) <= off;
    return {
      isMove,
      isAsAsked: isMove && isAlike(missOf(part, (at) => at, 1, enough)),
      isOfItsShape: () => to <= from || isOfItsShape(),
    };
  });
  return events.map((_, i) => {
    const [to, from] = [ways[i]!, ways[i + 1]!];
    if (to.isAsAsked || from.isAsAsked) return true;
    // Between drawings that stand there is no shape.
    return given.held === 1 && (to.isMove || from.isMove) && to.isOfItsShape() && from.isOfItsShape();
  });
}

/** The shift and pace about the whole's, or at any other pace, that leave least. */
function bestWhole(curves: Drawn, whole: GlobalFit): GlobalFit {
  let [best, least] = [whole, Infinity];
  const tryOut = (fit: GlobalFit): void => {
    const miss = missOf(curves, (at) => applyInverse(fit, at), fit.pace, least);
    if (miss && miss.usual < BETTER * least) [best, least] = [fit, miss.usual];
  };
  tryOut(whole);
  for (let pace = PACE.least; pace <= PACE.most; pace *= PACE.ratio)
    for (const shift of new Set([0, whole.shift])) tryOut({ ...whole, pace, shift });
  for (const { pace, paceStep, shift, shiftStep } of ROUNDS) {
    const about = best;
    for (let p = about.pace - pace; p <= about.pace + pace + 1e-9; p += paceStep)
      for (let s = about.shift - shift; s <= about.shift + shift + 1e-9; s += shiftStep)
        tryOut({ ...about, pace: p, shift: s });
  }
  return best;
}

/** All events from one on, or one alone, late or early by as much, as leaves least. */
function partlyLate(curves: Drawn, enough: number, isAlike: (miss: Miss | null) => boolean): number[] | null {
  const { events, recorded } = curves;
  if (events.length > MOST_EVENTS) return null;
  let [best, least]: [number[] | null, number] = [null, enough / BETTER];
  const tryOut = (from: number, to: number): void => {
    for (let by = -PART.most; by <= PART.most; by += PART.step) {
      if (by === 0) continue;
      const places = events.map((frame, i) => (i >= from && i <= to ? frame + by : frame));
      if (!places.every((place, i) => i === 0 || place > places[i - 1]!)) continue;
      // What would begin as the recording ends explains that nothing moves.
      if (places[from]! > recorded.last - AS_ASKED.frames) continue;
      const miss = missOf(curves, betweenPlaces(curves, places), 1, least);
      if (miss && miss.usual < BETTER * least && isAlike(miss)) [best, least] = [places, miss.usual];
    }
  };
  for (let k = 1; k < events.length; k++) tryOut(k, events.length - 1);
  for (let k = 0; k + 1 < events.length; k++) tryOut(k, k);
  return best;
}
