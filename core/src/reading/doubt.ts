import { apart, type LaidCurve, valueOn } from './laid-curve.ts';
import type { Registration } from './whole-fit.ts';

/** What a recording leaves open, and how far off what is said of it may be. */
export interface Doubt {
  /** By so many frames an event may lie elsewhere than it was found, and nobody would say so. */
  frames: number;
  /** A miss of this share of the span is none. */
  share: number;
  /** Of the take, in shares of the span. */
  noise: number;
}

/** A way of more than this share of the span, and of so many times the noise, is one gone. */
const CREEPS = 1e-3;
const CREEPS_NOISE = 2;
/** What the other place leaves off may be so many times what this one does. */
const RATIO = 3;
/** What drifts goes no further than this share of the span, and a move takes at least so much of its time. */
const MOST_DRIFT = 0.3;
const A_MOVE = 0.5;
/** A way so many times as much off is not the one. */
const FAR_WORSE = 3;
/** Ends nearer than this share of the span are those of a stand. */
const STANDS = 0.005;
/** With more noise than this, in shares of the span, when something is seen to set off or arrive is not sure: */
const NOISY = 3e-4;
/** up to so many times what is left open nothing is seen of how it creeps. */
const LITTLE = 3;

const STEP = 0.5;
const MOST_FRAMES = 2;
/** What is seen without noise may lie so far from where it is seen. */
const SURE_FRAMES = 0.5;
/** Of what passes as none so much is used: what is measured later is measured more finely. */
const USED = 0.9;

/** The share of a way that has to be gone for its end to be its end. */
const GONE = 0.5;

type Ends = readonly [from: number, to: number];

/** How far apart two curves are at one place of each, in shares of the span. */
function missOf({ channels, span }: Registration, one: LaidCurve, frame: number, other: LaidCurve, at: number): number {
  return apart(channels, one, frame, other, at) / span;
}

/** How far a place of the take is from a frame of the target, in shares of the span. */
export const missAt = (curves: Registration, frame: number, at: number): number =>
  missOf(curves, curves.target, frame, curves.take, at);

/** The most a stretch of the target, laid on one of the take, is off between its ends once these are laid together. */
export function worstBetween(curves: Registration, [a, b]: Ends, [from, to]: Ends, enough: number): number {
  const { target, take, channels, span, range } = curves;
  let worst = 0;
  const ends = Array.from({ length: channels }, (_, c) => {
    const [start, end] = [valueOn(target, c, a), valueOn(target, c, b)];
    return { start, way: end - start, startMiss: valueOn(take, c, from) - start, endMiss: valueOn(take, c, to) - end };
  });
  const last = Math.min(range.last, Math.floor(b));
  for (let frame = Math.max(range.first, Math.ceil(a)); frame <= last && worst <= enough; frame++) {
    const u = (frame - a) / (b - a);
    let squared = 0;
    for (let c = 0; c < channels; c++) {
      const { start, way, startMiss, endMiss } = ends[c]!;
      const asked = valueOn(target, c, frame);
      const share = Math.abs(way) > 1e-6 * span ? (asked - start) / way : u;
      squared += (valueOn(take, c, from + u * (to - from)) - asked - startMiss * (1 - share) - endMiss * share) ** 2;
    }
    worst = Math.max(worst, Math.sqrt(squared) / span);
  }
  return worst;
}

/**
 * The places of the events in a take that has no keys to tell, as what may as well be right would have them. What is
 * seen to set off late, or to come to rest early, but has crept before or after and goes another way between, is on
 * time at another pace. And each is moved by no more than what is left open where the way to or from it would be off,
 * and by that is off no more.
 */
export function givenDoubt(
  curves: Registration,
  places: readonly number[],
  doubt: Doubt,
  isSeen: readonly boolean[],
): number[] {
  const crept = unlessCreeping(curves, places, doubt);
  const isSure = crept.map((place, i) => doubt.noise <= NOISY && isSeen[i]! && place === places[i]);
  return shiftedALittle(curves, crept, doubt, isSure);
}

function unlessCreeping(curves: Registration, places: readonly number[], { frames, share, noise }: Doubt): number[] {
  const { events, target, take } = curves;
  const most = USED * share;
  const hasCrept = (from: number, to: number): boolean =>
    missOf(curves, take, from, take, to) > Math.max(CREEPS, CREEPS_NOISE * noise);
  // The way to the event and from it, with the event at this place.
  const worstWith = (i: number, place: number): number =>
    Math.max(
      i > 0 ? worstBetween(curves, [events[i - 1]!, events[i]!], [places[i - 1]!, place], Infinity) : 0,
      i + 1 < events.length ? worstBetween(curves, [events[i]!, events[i + 1]!], [place, places[i + 1]!], Infinity) : 0,
    );
  /** Whether the target stands between one event and the next, or before the first and after the last. */
  const isAtRest = (k: number): boolean =>
    k < 0 || k + 1 >= events.length || missOf(curves, target, events[k]!, target, events[k + 1]!) <= STANDS;
  const off = (i: number): number => (i in events ? places[i]! - events[i]! : 0);
  const crept = (i: number): boolean => hasCrept(Math.min(events[i]!, places[i]!), Math.max(events[i]!, places[i]!));
  /**
   * Whether a move, from one event to another and perhaps past others on time, begins as much later as it ends earlier:
   * its ends are lost in noise, or creep, and it is not another move.
   */
  const isShrunk = (i: number, k: number): boolean =>
    off(i) > frames &&
    -off(k) > frames &&
    Math.abs(off(i) + off(k)) <= frames &&
    isAtRest(i - 1) &&
    isAtRest(k) &&
    (noise > NOISY || (crept(i) && crept(k)));
  const shrunk = new Set<number>();
  for (let i = 0; i + 1 < events.length; i++) {
    let k = i + 1;
    while (k + 1 < events.length && Math.abs(off(k)) <= frames) k++;
    if (isShrunk(i, k)) for (const end of [i, k]) shrunk.add(end);
  }
  /**
   * Whether what is there on time, by the way it ought to go, only goes on while it should stand; or goes a little
   * before it sets off as it ought to.
   */
  const hasDrifted = (i: number, place: number): boolean => {
    const event = events[i]!;
    const isLate = place > event;
    const [from, to] = isLate ? [i - 1, i] : [i, i + 1];
    if (!(from in events && to in events) || !isAtRest(isLate ? i : i - 1) || isAtRest(from)) return false;
    const ends = (at: number): Ends => (isLate ? [places[from]!, at] : [at, places[to]!]);
    const [start, end] = ends(event);
    if (end - start < A_MOVE * (events[to]! - events[from]!)) return false;
    const way = (at: number): number => worstBetween(curves, [events[from]!, events[to]!], ends(at), Infinity);
    const asFound = way(place);
    const isIt = (at: number): boolean =>
      missAt(curves, event, at) <= (isLate ? most : MOST_DRIFT) && way(at) <= Math.max(most, asFound / FAR_WORSE);
    return asFound > most && [0, -0.5, 0.5, -1, 1].some((by) => isIt(event + by));
  };
  return places.map((place, i) => {
    const event = events[i]!;
    if (shrunk.has(i)) return event;
    const aside = Math.abs(place - event);
    if (aside <= frames || event <= (places[i - 1] ?? -Infinity) || event >= (places[i + 1] ?? Infinity)) return place;
    if (hasDrifted(i, place)) return event;
    // What sets off late and has moved before set off before; what arrives early and moves on arrives only then.
    const hasMoved = isAtRest(place > event ? i - 1 : i) && hasCrept(event, place);
    const mayCreep = hasMoved || (noise > NOISY && aside <= LITTLE * frames);
    if (!mayCreep || missAt(curves, event, event) > most) return place;
    const onTime = worstWith(i, event);
    if (onTime <= most) return event;
    const asFound = worstWith(i, place);
    return asFound > most && onTime <= RATIO * asFound ? event : place;
  });
}

function shiftedALittle(
  curves: Registration,
  places: readonly number[],
  doubt: Doubt,
  isSure: readonly boolean[],
): number[] {
  const { events, target } = curves;
  const most = USED * doubt.share;
  const reach = Math.floor(Math.min(MOST_FRAMES, doubt.frames) / STEP);
  const given = [...places];
  const offsets = Array.from({ length: 2 * reach + 1 }, (_, k) => (k % 2 === 0 ? k / 2 : -(k + 1) / 2) * STEP);
  const stretch = (i: number): Ends => [events[i]!, events[i + 1]!];
  const isRight = (i: number, ends: Ends): boolean =>
    ends[1] > ends[0] && worstBetween(curves, stretch(i), ends, most) <= most;
  /** How far the target goes to an event or from it, whichever is further. */
  const wayAbout = (i: number): number =>
    Math.max(...[i - 1, i + 1].map((k) => (k in events ? missOf(curves, target, events[k]!, target, events[i]!) : 0)));
  /**
   * What the pose at an event may be off by: what it is where it was found or, as that is between two drawings and in
   * neither, what it is in the worse of them, if some of the way to it is gone there.
   */
  const mostOff = (i: number): number => {
    const [found, ...beside] = [places[i]!, Math.floor(places[i]!), Math.ceil(places[i]!)].map((at) =>
      missAt(curves, events[i]!, at),
    );
    return Math.max(most, found!, Math.min(Math.max(...beside), GONE * wayAbout(i)));
  };
  // Neither less on time, nor in a worse pose.
  const isNoWorse = (i: number, place: number): boolean =>
    Math.abs(place - events[i]!) <= Math.max(doubt.frames, Math.abs(places[i]! - events[i]!)) &&
    (!isSure[i] || Math.abs(place - places[i]!) <= SURE_FRAMES) &&
    missAt(curves, events[i]!, place) <= mostOff(i);
  for (let i = 0; i + 1 < events.length; i++) {
    if (isRight(i, [given[i]!, given[i + 1]!])) continue;
    const wasRight = i > 0 && isRight(i - 1, [given[i - 1]!, given[i]!]);
    const tried = offsets
      .flatMap((start) => offsets.map((end) => [start, end] as const))
      .sort(([a, b], [c, d]) => a * a + b * b - c * c - d * d);
    for (const [start, end] of tried) {
      const [from, to] = [places[i]! + start, places[i + 1]! + end];
      if (i > 0 && from <= given[i - 1]!) continue;
      if (!isNoWorse(i, from) || !isNoWorse(i + 1, to) || !isRight(i, [from, to])) continue;
      if (wasRight && !isRight(i - 1, [given[i - 1]!, from])) continue;
      [given[i], given[i + 1]] = [from, to];
      break;
    }
  }
  return given;
}
