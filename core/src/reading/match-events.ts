import type { Subject } from '../motion/document/schema.ts';
import { type Track, type TrackEvent, trackValues } from '../motion/sampling/track.ts';
import { sameRate } from '../time/rate.ts';
import { curvesOf, recordedRange, samplesOf } from './curves.ts';
import { type Doubt, givenDoubt } from './doubt.ts';
import { eventsOf, nearestEvents } from './events.ts';
import { type KeyMatch, matchKeys } from './match-keys.ts';
import { noiseOf, seenAt } from './moments.ts';
import { MOST_EVENTS, withMargins } from './read-bounds.ts';
import { applyInverse, fitWhole, registerEvents, type Registration } from './register-events.ts';
import type { KeyPair } from './schema.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';

/** Keys of both that are the same, on their own rulers, and those left over. */
export interface Matched {
  pairs: KeyPair[];
  missing: number[];
  extra: number[];
  leftOut: number;
  isSampled: boolean;
}

/** How far from where a moment is thought to be it is looked for, in frames. */
const SEEN_REACH = 7;

/**
 * The frame gap that counts as much as the whole span when keys are matched: two usual segments of the target.
 * One would take a run of keys that are all late by a little less than a segment for other keys of the target.
 */
function matchingFrames(events: readonly TrackEvent[]): number {
  if (events.length < 2) return 24;
  return (2 * (events.at(-1)!.frame - events[0]!.frame)) / (events.length - 1);
}

/** A step of more than this share of the span is a movement. */
const MOVES = 0.004;
/** The closing key of a cycle that comes so many frames before a recording's end is in it. */
const CLOSES_EARLY = 2;
/** A pose as near as this share of the span is reached. */
const REACHED = 0.05;

function movesAt(subject: Subject, track: Track, from: number, to: number, span: number): boolean {
  const [a, b] = [trackValues(subject, track, from), trackValues(subject, track, to)];
  return Math.hypot(...a.map((value, c) => b[c]! - value)) > MOVES * span;
}

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

/** An end of a rest that is not seen, and was found off, is as late as the other end of it. */
function asTheRestBeside(
  { events }: Registration,
  places: readonly number[],
  unseen: { first: boolean; last: boolean },
  most: number,
): number[] {
  const n = places.length;
  return places.map((place, i) => {
    const beside = i === 0 && unseen.first ? 1 : i === n - 1 && unseen.last ? n - 2 : null;
    return beside === null || n < 3 || Math.abs(place - events[i]!) <= most
      ? place
      : places[beside]! + events[i]! - events[beside]!;
  });
}

/** The key one past the range that closes a cycle is not recorded: about on time, it is as late as the first one is. */
function closedAsBegun({ events, range }: Registration, places: number[]): number[] {
  const [last, begun] = [places.length - 1, places[0]! - events[0]!];
  const isClosing = last > 0 && events[last] === range.last + 1;
  const isOnTime = isClosing && Math.abs(places[last]! - events[last]!) <= 1 && Math.abs(begun) <= 0.5;
  return isOnTime ? places.with(last, events[last]! + begun) : places;
}

/** Which of the take's keys, or which moments of its curve, are the target's events. */
export function matchEvents(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  { span, isSame, mayLayOn, doubt }: { span: number; isSame: boolean; mayLayOn: boolean; doubt: Omit<Doubt, 'noise'> },
): Matched {
  const eventsIn = (side: TrackSide): ReturnType<typeof nearestEvents> & { isSampled: boolean } => {
    const { events, isSampled } = eventsOf(side.subject, track, withMargins(side.motion.range));
    return { ...nearestEvents(events, side.motion.range, MOST_EVENTS), isSampled };
  };
  const asked = eventsIn(target);
  const drawn = eventsIn(take);
  const pairOf = ({ frame, role }: TrackEvent, takeFrame: number): KeyPair => ({
    targetFrame: frame,
    takeFrame,
    offsetFrames: time.toTarget(takeFrame) - frame,
    role,
  });
  const found = { missing: [], extra: [], leftOut: asked.leftOut, isSampled: asked.isSampled || drawn.isSampled };
  if (isSame && asked.events.length > 0 && drawn.events.length > 0)
    return { ...found, pairs: asked.events.map((event) => pairOf(event, time.toTake(event.frame))) };
  if (found.isSampled && mayLayOn && span > 0 && drawn.events.length > 0) {
    // A take's own keys say when, also of what is not seen.
    const seen = drawn.isSampled ? asked.events.map(isSeen(target, track, span)) : asked.events.map(() => true);
    const events = asked.events.filter((_, i) => seen[i]! || i === 0 || i === seen.length - 1);
    const curves = curvesOf(target, take, track, time, span, events);
    const samples = samplesOf(curves);
    const areDrawings = take.subject.exposure === 1 && sameRate(target.motion.rate, take.motion.rate);
    const laid = registerEvents(curves, (thought, otherwise) =>
      seenAt(curves.events, thought, otherwise, samples.target, { ...samples.take, areDrawings }, SEEN_REACH),
    );
    const noise = Math.max(...samples.take.columns.map((column) => noiseOf(column))) / span;
    const unseen = { first: !seen[0]!, last: !seen.at(-1)! };
    const given = asTheRestBeside(curves, givenDoubt(curves, laid, { ...doubt, noise }), unseen, doubt.frames);
    const places = closedAsBegun(curves, given);
    const { first, last } = recordedRange(take, track);
    // What lies beyond a recording's ends was not recorded; nor was what is still under way there.
    const isCut =
      movesAt(take.subject, track, last - 1, last, span) &&
      !movesAt(target.subject, track, target.motion.range.last - 1, target.motion.range.last, span);
    const atEnd = trackValues(take.subject, track, last);
    const isReached = ({ values }: TrackEvent): boolean =>
      !isCut || Math.hypot(...values.map((value, c) => value - atEnd[c]!)) <= REACHED * span;
    const isRecorded = (event: TrackEvent, takeFrame: number): boolean =>
      !drawn.isSampled ||
      // The closing key of a cycle is where the next one begins, if it is on time up to there.
      (event.frame === target.motion.range.last + 1 &&
        Math.abs(takeFrame - last - 1) <= 1 &&
        Math.abs((places.at(-2) ?? NaN) - (events.at(-2)?.frame ?? NaN)) <= 1) ||
      // One that comes well before the end is seen as any other.
      ((event.frame <= target.motion.range.last ||
        (event.frame === target.motion.range.last + 1 && takeFrame <= last - CLOSES_EARLY)) &&
        takeFrame >= first - 0.5 &&
        takeFrame <= last + 0.5 &&
        (takeFrame <= last - 1 || isReached(event)));
    const placed = events.map((event, i) => ({ event, takeFrame: time.toTake(places[i]!) }));
    const isIn = ({ event, takeFrame }: (typeof placed)[number]): boolean => isRecorded(event, takeFrame);
    return {
      ...found,
      pairs: placed.filter(isIn).map(({ event, takeFrame }) => pairOf(event, takeFrame)),
      // What the recording has not come to where it ends.
      missing: placed
        .filter((place) => !isIn(place) && place.event.frame <= target.motion.range.last && place.takeFrame >= first)
        .map(({ event }) => event.frame),
    };
  }
  const scale = { frames: matchingFrames(asked.events), value: span };
  const matchBy = (toTarget: (frame: number) => number): KeyMatch =>
    matchKeys(
      asked.events,
      drawn.events.map((event) => ({ ...event, frame: toTarget(event.frame) })),
      scale,
    );
  let match = matchBy(time.toTarget);
  const left = ({ missing, extra }: KeyMatch): number => missing.length + extra.length;
  if (left(match) > 0 && span > 0 && mayLayOn && drawn.events.length > 1) {
    // Work that is late, or at another pace, throughout is not other keys.
    const whole = fitWhole(curvesOf(target, take, track, time, span, asked.events));
    if (whole.shift !== 0 || whole.pace !== 1) {
      const shifted = matchBy((frame) => applyInverse(whole, time.toTarget(frame)));
      if (left(shifted) < left(match)) match = shifted;
    }
  }
  return {
    ...found,
    leftOut: asked.leftOut + drawn.leftOut,
    pairs: match.pairs.map(([i, j]) => pairOf(asked.events[i]!, drawn.events[j]!.frame)),
    missing: match.missing.map((i) => asked.events[i]!.frame),
    extra: match.extra.map((j) => drawn.events[j]!.frame),
  };
}
