import { extentOf } from '../extent.ts';
import { medianOf } from '../median.ts';
import { type Track, type TrackEvent, trackValues } from '../motion/sampling/track.ts';
import { sameRate } from '../time/rate.ts';
import { beyondJumps } from './beyond-jumps.ts';
import { curvesOf, samplesOf } from './curves.ts';
import { type Doubt, givenDoubt, missAt } from './doubt.ts';
import { onTimeBeside } from './explained.ts';
import { inOrder } from './laid-curve.ts';
import { lookingIn, noiseOf } from './moments.ts';
import { registerEvents } from './register-events.ts';
import { seenEnds } from './seen-ends.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';
import { type Registration } from './whole-fit.ts';

/** Where the events of a target are found in a take that has no keys to tell. */

export interface HowToPlace {
  /** How far the movement goes. */
  span: number;
  /** How many frames a drawing of the take stands, or how far its samples are apart. */
  held: number;
  doubt: Omit<Doubt, 'noise'>;
  /** The take is a recording; else it is the target that is one. */
  isRecording: boolean;
}

/**
 * What one thing explains of a recording, that it is on time, late, at another pace, or late in one part: when all of
 * it is where it is, or all of it.
 */
export type Explained = 'when' | 'all' | null;

export interface Placed {
  events: readonly TrackEvent[];
  /** Where each is found, on the target's ruler. */
  places: number[];
  /** Whether each is seen to happen there: it sets off, comes to rest or turns back. */
  isSeen: boolean[];
  explained: Explained;
  curves: Registration;
}

/** How far from where a moment is thought to be it is looked for, in frames. */
const SEEN_REACH = 7;
/** The same, from where it is found to be. */
const SEEN_THERE = 1;

/** A step of more than this share of the span is a movement. */
const MOVES = 0.004;
/**
 * Whether something is seen to happen at an event: not where the motion stands from the one before to the one after, or
 * to where the range ends.
 */
function isSeen({ motion: { range }, subject }: TrackSide, track: Track, span: number) {
  return ({ frame, values }: TrackEvent, i: number, events: readonly TrackEvent[]): boolean => {
    const from = events[i - 1]?.frame ?? Math.min(range.first, frame);
    const to = events[i + 1]?.frame ?? Math.max(range.last, frame) + 1;
    for (let at = Math.ceil(from); at < to; at++) {
      const there = trackValues(subject, track, at);
      if (Math.hypot(...there.map((value, c) => value - values[c]!)) > MOVES * span) return true;
    }
    return false;
  };
}

/**
 * An end of a rest that is not seen, and was found off, is as late as all others are; where these are not as late as
 * one another it is on time.
 */
function asTheOthers(
  { events }: Registration,
  places: readonly number[],
  unseen: { first: boolean; last: boolean },
  most: number,
): number[] {
  const n = places.length;
  const isOpen = (i: number): boolean =>
    ((i === 0 && unseen.first) || (i === n - 1 && unseen.last)) && Math.abs(places[i]! - events[i]!) > most;
  const offsets = places.flatMap((place, i) => (isOpen(i) ? [] : [place - events[i]!]));
  const { low, high } = extentOf(offsets);
  const late = high - low <= most ? medianOf(offsets) : 0;
  const given = places.map((place, i) => (n > 2 && isOpen(i) ? events[i]! + late : place));
  return inOrder(given, places);
}

/** The closing key of a cycle that is found so many frames before a recording's end is seen there. */
export const CLOSES_EARLY = 2;

/**
 * The key one past the range that closes a cycle is not recorded: where nothing is seen of it, and all before is about
 * on time, it is as late as the first one is.
 */
function closedAsBegun({ events, range }: Registration, places: number[], most: number): number[] {
  const last = places.length - 1;
  const isUnseen = events[last] === range.last + 1 && places[last]! > range.last - CLOSES_EARLY;
  const isOnTime = last > 0 && places.slice(0, -1).every((place, i) => Math.abs(place - events[i]!) <= most);
  const closing = range.last + 1 + places[0]! - events[0]!;
  return isUnseen && isOnTime && closing > places[last - 1]! ? places.with(last, closing) : places;
}

/**
 * What is found off, is not seen to happen there, and is not in its pose there either, is no event that is late: where
 * those beside it are on time, it is too, in another pose.
 */
function unlessElsewhere(
  curves: Registration,
  places: readonly number[],
  { frames, share }: Omit<Doubt, 'noise'>,
  isSeenThere: readonly boolean[],
): number[] {
  const { events } = curves;
  const isOff = (i: number): boolean => Math.abs(places[i]! - events[i]!) > frames;
  const given = places.map((place, i) => {
    const isAfterRight = i > 0 && !isOff(i - 1) && (i + 1 === events.length || !isOff(i + 1));
    return isAfterRight && isOff(i) && !isSeenThere[i] && missAt(curves, events[i]!, place) > share
      ? events[i]!
      : place;
  });
  return inOrder(given, places);
}

/** Where events of a target are found in a take by its curve. */
export function placeEvents(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  asked: readonly TrackEvent[],
  { span, held, doubt, isRecording }: HowToPlace,
): Placed {
  // A take's own keys say when, also of what is not seen.
  const seen = isRecording ? asked.map(isSeen(target, track, span)) : asked.map(() => true);
  const events = asked.filter((_, i) => seen[i]! || i === 0 || i === seen.length - 1);
  const curves = curvesOf(target, take, track, time, span, events);
  const samples = samplesOf(curves);
  const areDrawings = held === 1 && sameRate(target.motion.rate, take.motion.rate);
  const lookFor = lookingIn(samples.target, { ...samples.take, areDrawings });
  const noise = Math.max(...samples.take.columns.map((column) => noiseOf(column))) / span;
  const { places: laid, isExplained } = registerEvents(
    curves,
    (thought, otherwise) => lookFor(curves.events, thought, otherwise, SEEN_REACH),
    { share: doubt.share, noise, seen: seen.filter(Boolean).length, held },
  );
  const unseen = { first: !seen[0]!, last: !seen.at(-1)! };
  const isSeenAt = (places: readonly number[]): boolean[] =>
    lookFor(curves.events, places, places, SEEN_THERE).map((place) => typeof place === 'number');
  if (isExplained)
    return { events, places: laid, isSeen: isSeenAt(laid), explained: curves.isPut ? 'when' : 'all', curves };
  const isOnTime = onTimeBeside(curves, { share: doubt.share, noise, held });
  const onTime = (places: readonly number[]): number[] =>
    inOrder(
      places.map((place, i) => (isOnTime[i] ? curves.events[i]! : place)),
      places,
    );
  const anchored = onTime(laid);
  const doubted = onTime(givenDoubt(curves, anchored, { ...doubt, noise }, isSeenAt(anchored)));
  const ends = seenEnds(curves, doubted, { ...doubt, noise });
  const jumped = beyondJumps(curves, ends, { ...doubt, noise });
  const given = asTheOthers(curves, jumped, unseen, doubt.frames);
  const places = unlessElsewhere(curves, closedAsBegun(curves, given, doubt.frames), doubt, isSeenAt(given));
  return {
    events,
    places,
    isSeen: isSeenAt(places),
    explained: null,
    curves,
  };
}
