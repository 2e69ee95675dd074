import type { ChannelId } from '../motion/document/channels.ts';
import type { Subject } from '../motion/document/schema.ts';
import { type Track, type TrackEvent, trackValues } from '../motion/sampling/track.ts';
import { recordedRange } from './curves.ts';
import { eventsOf, nearestEvents } from './events.ts';
import { matchKeyed } from './match-keyed.ts';
import { goesOtherWay } from './other-way.ts';
import { placeApart } from './place-apart.ts';
import { CLOSES_EARLY, type Explained, type HowToPlace, placeEvents } from './place-events.ts';
import { MOST_EVENTS, withMargins } from './read-bounds.ts';
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
  explained: Explained;
  /** Where one thing explains when all of a recording is: what that puts beyond its ends. */
  beyond: KeyPair[];
  /** Of coordinates that go their own way in a recording: each one's own keys and where they are found. */
  apart: ReadonlyMap<ChannelId, KeyPair[]>;
}

/** A step of more than this share of the span is a movement. */
const MOVES = 0.004;
/** A key so many frames from where it ought to be is on time. */
const ON_TIME = 0.5;
/** A pose as near as this share of the span is reached. */
const REACHED = 0.05;

function movesAt(subject: Subject, track: Track, from: number, to: number, span: number): boolean {
  const [a, b] = [trackValues(subject, track, from), trackValues(subject, track, to)];
  return Math.hypot(...a.map((value, c) => b[c]! - value)) > MOVES * span;
}

/** Whether it moves on any of the frames on the way from one to another. */
function movesBetween(subject: Subject, track: Track, from: number, to: number, span: number): boolean {
  for (let frame = from; frame < to; frame++) if (movesAt(subject, track, frame, to, span)) return true;
  return false;
}

interface HowToMatch extends Omit<HowToPlace, 'isRecording'> {
  /** Nothing is anywhere off. */
  isSame: boolean;
  /** Curves may be laid on one another, which takes long. */
  mayLayOn: boolean;
}

/** Which of the take's keys, or which moments of its curve, are the target's events. */
export function matchEvents(
  target: TrackSide,
  take: TrackSide,
  track: Track,
  time: SharedTime,
  { span, held, isSame, mayLayOn, doubt }: HowToMatch,
): Matched {
  const eventsIn = (
    side: TrackSide,
    askedFor?: readonly TrackEvent[],
  ): ReturnType<typeof nearestEvents> & { isSampled: boolean } => {
    const { events, isSampled } = eventsOf(side.subject, track, withMargins(side.motion.range), askedFor);
    return { ...nearestEvents(events, side.motion.range, MOST_EVENTS), isSampled };
  };
  const asked = eventsIn(target);
  const drawn = eventsIn(take, asked.isSampled ? [] : asked.events);
  const pairOf = ({ frame, role }: TrackEvent, takeFrame: number): KeyPair => ({
    targetFrame: frame,
    takeFrame,
    offsetFrames: time.toTarget(takeFrame) - frame,
    role,
  });
  const found = {
    missing: [],
    extra: [],
    leftOut: asked.leftOut,
    isSampled: asked.isSampled || drawn.isSampled,
    explained: null,
    beyond: [],
    apart: new Map(),
  };
  if (isSame && asked.events.length > 0 && drawn.events.length > 0)
    return { ...found, pairs: asked.events.map((event) => pairOf(event, time.toTake(event.frame))) };
  // Turned about, each swing is like the next one: what is on its frame is not late by one.
  const isOnTime = ({ frame }: TrackEvent, i: number): boolean =>
    drawn.isSampled || Math.abs(time.toTarget(drawn.events[i]?.frame ?? NaN) - frame) <= ON_TIME;
  const askedFrames = asked.events.map(({ frame }) => frame);
  if (
    (drawn.isSampled || drawn.events.length === asked.events.length) &&
    asked.events.every(isOnTime) &&
    goesOtherWay(target, take, track, time, askedFrames, span)
  )
    return { ...found, pairs: asked.events.map((event) => pairOf(event, time.toTake(event.frame))) };
  if (found.isSampled && mayLayOn && span > 0 && drawn.events.length > 0) {
    const how = { span, held, doubt, isRecording: drawn.isSampled };
    const joint = placeEvents(target, take, track, time, asked.events, how);
    const apart = placeApart(target, take, track, time, joint, how);
    const { events } = joint;
    const { places } = apart ?? joint;
    const { first, last } = recordedRange(take, track);
    // What lies beyond a recording's ends was not recorded; nor was what is still under way there.
    const isCut =
      movesAt(take.subject, track, last - 1, last, span) &&
      !movesAt(target.subject, track, target.motion.range.last - 1, target.motion.range.last, span);
    const atEnd = trackValues(take.subject, track, last);
    const isReached = ({ values }: TrackEvent, takeFrame: number): boolean =>
      (!isCut && takeFrame <= last) || Math.hypot(...values.map((value, c) => value - atEnd[c]!)) <= REACHED * span;
    const isRecorded = (event: TrackEvent, takeFrame: number): boolean =>
      !drawn.isSampled ||
      // The closing key of a cycle is where the next one begins, if it is on time up to there.
      (event.frame === target.motion.range.last + 1 &&
        Math.abs(takeFrame - last - 1) <= doubt.frames &&
        Math.abs((places.at(-2) ?? NaN) - (events.at(-2)?.frame ?? NaN)) <= doubt.frames) ||
      // One that comes well before the end is seen as any other.
      ((event.frame <= target.motion.range.last ||
        (event.frame === target.motion.range.last + 1 && takeFrame <= last - CLOSES_EARLY)) &&
        takeFrame >= first - 0.5 &&
        takeFrame <= last + 0.5 &&
        (takeFrame <= last - 1 || isReached(event, takeFrame)));
    const placed = events.map((event, i) => ({ event, takeFrame: time.toTake(places[i]!) }));
    const isIn = ({ event, takeFrame }: (typeof placed)[number]): boolean => isRecorded(event, takeFrame);
    // Who stands to the recording's end, and ought to go on, has not set off late: of that nothing is seen.
    const end = placed.findLastIndex(isIn);
    if (end >= 0 && end + 1 < placed.length) {
      const { event, takeFrame } = placed[end]!;
      const onTime = time.toTake(event.frame);
      const isAfterAll = onTime > (placed[end - 1]?.takeFrame ?? -Infinity);
      if (takeFrame > onTime && isAfterAll && !movesBetween(take.subject, track, onTime, last, span))
        placed[end] = { event, takeFrame: onTime };
    }
    const explained = apart ? null : joint.explained;
    const pairsOf = (some: typeof placed): KeyPair[] => some.map(({ event, takeFrame }) => pairOf(event, takeFrame));
    return {
      ...found,
      explained,
      pairs: pairsOf(placed.filter(isIn)),
      beyond: explained ? pairsOf(placed.filter((place) => !isIn(place))) : [],
      apart: new Map(
        [...(apart?.own ?? [])].map(([id, own]) => [
          id,
          own.map(([event, place]) => pairOf(event, time.toTake(place))),
        ]),
      ),
      // What the recording has not come to where it ends.
      missing: placed
        .filter((place) => !isIn(place) && place.event.frame <= target.motion.range.last && place.takeFrame >= first)
        .map(({ event }) => event.frame),
    };
  }
  const match = matchKeyed({ target, take, track, time, span, mayLayOn }, asked.events, drawn.events);
  return {
    ...found,
    leftOut: asked.leftOut + drawn.leftOut,
    pairs: match.pairs.map(([i, j]) => pairOf(asked.events[i]!, drawn.events[j]!.frame)),
    missing: match.missing.map((i) => asked.events[i]!.frame),
    extra: match.extra.map((j) => drawn.events[j]!.frame),
  };
}
