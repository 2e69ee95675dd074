import { worstBetween } from './doubt.ts';
import { apart, type LaidCurve } from './laid-curve.ts';
import { lateAt, type PacedPart, type Part, partPacesOf } from './part-paces.ts';
import { applyFit, applyInverse, type GlobalFit, type Registration } from './whole-fit.ts';

/** What a cause may leave of all that is recorded, as a root of the mean square, in shares of the span. */
const ALIKE = 0.004;
const NOISE_TIMES = 2;
/** The worst of many frames is so many times the noise. */
const WORST_NOISE = 2.5;
/**
 * Of the target's frames, at that pace, as many at least are to lie within what was recorded; of what is far too slow
 * that all of it be within the target is as good.
 */
const MOSTLY = 0.6;
const NEARLY_ALL = 0.95;
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
/** A pace at which keys are on frames of their own differs by so much; each is so near to where it has it. */
const LEAST_PACE = 0.04;
const ON_FRAMES = { reach: 1, reachInPart: 2, rounds: 3 };
/** A part of another pace is looked for on so many frames, at paces so far apart, and leaves no more than this. */
const PACED = { frames: 60, ratio: 1.04, about: 0.1, step: 0.01, most: 0.08 };
/** By how many frames a part is tried to be late or early, and in which steps. */
const PART = { most: 24, step: 0.5 };
/** What goes as it ought to over so much of the span, on so many frames, is on time at its ends. */
const AS_ASKED = { way: 0.1, frames: 3 };
/** Of more events than so many no part is tried. */
const MOST_EVENTS = 24;

/** Curves of a take whose drawings stand for so many frames. */
interface Drawn extends Registration {
  held: number;
}

interface Miss {
  worst: number;
  usual: number;
}

/**
 * How far the target is from the take that lies so on its ruler: at most, and as a root of the mean square, in shares
 * of the span; null of too little, or where the mean is more than `enough`. On the take's own drawings: what lies
 * between two of them is in neither.
 */
function missOf(curves: Drawn, toTarget: (at: number) => number, pace: number, enough: number): Miss | null {
  const { target, take, channels, span, range, recorded, held } = curves;
  const frames = (range.last - range.first + 1) / held;
  const most = (enough * span) ** 2 * frames * Math.max(1, pace);
  let [worst, sum, count] = [0, 0, 0];
  // Keys may lie far beyond what is laid out.
  const first = recorded.first + Math.ceil(Math.max(0, take.first - recorded.first) / held) * held;
  const last = Math.min(recorded.last, take.first + take.columns[0]!.length / take.perFrame);
  for (let at = Math.ceil(first); at <= last; at += held) {
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
 * From the take's frames to the target's, events being at those places: straight between them, and as far beyond as the
 * target is shown.
 */
function betweenPlaces({ events, range }: Registration, places: readonly number[]): (at: number) => number {
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

/**
 * Where the events lie if one thing explains all that is recorded: that nothing is off; one shift and pace of all of
 * it; that from one event on, or one event alone, is late or early. Nothing else is then to be said of when. Null where
 * none does.
 */
export function explainedPlaces(laid: Registration, whole: GlobalFit, given: Given): number[] | null {
  const curves = { ...laid, held: given.held };
  const { events } = curves;
  const { enough, isAlike } = likeness(curves, given);
  if (isAlike(missOf(curves, (at) => at, 1, enough))) return [...events];
  const fit = bestWhole(curves, whole);
  const left = missOf(curves, (at) => applyInverse(fit, at), fit.pace, enough);
  // Of two moments alone a pace is no more than where they lie.
  if (isAlike(left) && (given.seen >= LEAST_PACED || given.seen === events.length || isSamePace(fit)))
    return isSamePace(fit)
      ? events.map((frame) => frame + plainShift(curves, fit, left!.usual))
      : (partlyLate(curves, CLEARLY * left!.usual, isAlike) ?? quartersOf(events.map((frame) => applyFit(fit, frame))));
  const partly = partlyLate(curves, enough, isAlike);
  if (partly || given.seen < LEAST_PACED || Math.abs(fit.pace - 1) < LEAST_PACE) return partly;
  const said = events.map((frame) => applyFit(fit, frame));
  return onFrames(curves, said, ON_FRAMES.reach, isAlike);
}

/**
 * The same where all is at another pace up to an event, from one on, or at one before it and at another after it; told
 * by where each of them was found, of which one may be wrong.
 */
export function partlyPacedPlaces(laid: Registration, places: readonly number[], given: Given): number[] | null {
  const curves = { ...laid, held: given.held };
  const { events, recorded } = curves;
  if (events.length > MOST_EVENTS) return null;
  const { isAlike } = likeness(curves, given);
  const offsets = events.map((frame, i) => ({
    frame,
    off: places[i]! - frame,
    tolerance: ON_FRAMES.reach,
    isSampled: false,
    // When what comes as it ends would have come a recording does not show.
    isAtEnd: places[i]! > recorded.last - AS_ASKED.frames,
  }));
  for (let out = -1; out < events.length; out++) {
    const parts = partPacesOf(
      offsets.filter((_, i) => i !== out),
      ON_FRAMES.reach,
      events[0],
    );
    const found = parts && onFrames(curves, placesAt(events, parts), ON_FRAMES.reachInPart, isAlike);
    if (found) return found;
  }
  const part = pacedPart(curves);
  return part && onFrames(curves, placesAt(events, [part]), ON_FRAMES.reachInPart, isAlike);
}

const placesAt = (events: readonly number[], parts: readonly PacedPart[]): number[] =>
  events.map((frame) => frame + lateAt(frame, parts));

/** The part up to an event, or from one on, at the pace that leaves least, by few frames; null where it is much. */
function pacedPart(curves: Drawn): PacedPart | null {
  const { events, held, recorded } = curves;
  const frames = (recorded.last - recorded.first) / held;
  const few = { ...curves, held: held * Math.max(1, Math.round(frames / PACED.frames)) };
  const parts = events
    .slice(1, -1)
    .flatMap((frame, i): Part[] => [
      ...(i + 1 >= LEAST_PACED - 1 ? [{ first: events[0]!, last: frame }] : []),
      ...(events.length - i - 2 >= LEAST_PACED - 1 ? [{ first: frame, last: events.at(-1)! }] : []),
    ]);
  const best: { part: PacedPart | null; miss: number } = { part: null, miss: PACED.most };
  const tryAt = (pace: number): void => {
    for (const each of parts) {
      const part = { ...each, pace };
      const places = placesAt(events, [part]);
      const miss = missOf(few, betweenPlaces(few, places), paceBetween(events, places), best.miss);
      if (miss && miss.usual < best.miss) [best.part, best.miss] = [part, miss.usual];
    }
  };
  for (let pace = PACE.least; pace <= PACE.most; pace *= PACED.ratio) tryAt(pace);
  if (!best.part) return null;
  const about = best.part.pace;
  for (let pace = about - PACED.about; pace <= about + PACED.about; pace += PACED.step) tryAt(pace);
  return best.part;
}

/** The take's frames for one of the target's, from the first of some events to the last. */
const paceBetween = (events: readonly number[], places: readonly number[]): number =>
  (places.at(-1)! - places[0]!) / (events.at(-1)! - events[0]!);

/** Of keys at another pace each on a whole frame near to where that has it: as they are where they leave least. */
function onFrames(
  curves: Drawn,
  said: readonly number[],
  reach: number,
  isAlike: (miss: Miss | null) => boolean,
): number[] | null {
  const { events } = curves;
  if (events.length > MOST_EVENTS) return null;
  const pace = paceBetween(events, said);
  const missAt = (places: readonly number[]): Miss | null =>
    places.every((place, i) => i === 0 || place > places[i - 1]!)
      ? missOf(curves, betweenPlaces(curves, places), pace, Infinity)
      : null;
  let places = said.map(Math.round);
  let miss = missAt(places);
  for (let round = 0; round < ON_FRAMES.rounds; round++)
    for (let k = 0; k < places.length; k++)
      for (const by of [-1, 1]) {
        const tried = places.with(k, places[k]! + by);
        const other = Math.abs(tried[k]! - said[k]!) <= reach ? missAt(tried) : null;
        if (other && (!miss || other.usual < miss.usual)) [places, miss] = [tried, other];
      }
  return isAlike(miss) ? places : null;
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

/** When a miss is none, and what it may be as a root of the mean square. */
function likeness(
  { channels }: Registration,
  { share, noise }: Pick<Given, 'share' | 'noise'>,
): { enough: number; isAlike: (miss: Miss | null) => boolean } {
  const enough = Math.max(ALIKE, NOISE_TIMES * noise * Math.sqrt(channels));
  return {
    enough,
    isAlike: (miss) => miss !== null && miss.worst <= share / 2 + WORST_NOISE * noise && miss.usual <= enough,
  };
}

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
