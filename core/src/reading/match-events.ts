import type { ChannelId } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { type Track, type TrackEvent, trackValues } from '../motion/sampling/track.ts';
import { curvesOf, recordedRange } from './curves.ts';
import { eventsOf, nearestEvents } from './events.ts';
import { type KeyMatch, matchKeys } from './match-keys.ts';
import { paceOf, shiftOf } from './offset-fits.ts';
import { placeApart } from './place-apart.ts';
import { CLOSES_EARLY, type Explained, type HowToPlace, placeEvents } from './place-events.ts';
import { MOST_EVENTS, withMargins } from './read-bounds.ts';
import type { KeyPair } from './schema.ts';
import type { SharedTime } from './shared-time.ts';
import type { TrackSide } from './track-side.ts';
import { applyInverse, fitWhole } from './whole-fit.ts';

/** Keys of both that are the same, on their own rulers, and those left over. */
export interface Matched {
  pairs: KeyPair[];
  missing: number[];
  extra: number[];
  leftOut: number;
  isSampled: boolean;
  explained: Explained;
  /** Of coordinates that go their own way in a recording: each one's own keys and where they are found. */
  apart: ReadonlyMap<ChannelId, KeyPair[]>;
}

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
/** A pose as near as this share of the span is reached. */
const REACHED = 0.05;

function movesAt(subject: Subject, track: Track, from: number, to: number, span: number): boolean {
  const [a, b] = [trackValues(subject, track, from), trackValues(subject, track, to)];
  return Math.hypot(...a.map((value, c) => b[c]! - value)) > MOVES * span;
}

/** Keys that are late by as much as this from one another are late together. */
const TOGETHER = 0.75;

/** By which channels an event of the target is known: those with a key there. */
function keyedAt({ subject }: TrackSide, { channelIds }: Track): (frame: number) => readonly number[] {
  const keyed = channelIds.map((id) => new Set(findChannel(subject, id)?.keys.map((key) => key.frame)));
  return (frame) => channelIds.flatMap((_, c) => (keyed[c]!.has(frame) ? [c] : []));
}

/** How a take's keys are compared one by one with the target's. */
interface InTurn {
  time: SharedTime;
  /** Whether one of the take's shows what one of the target's does, by the channels that have a key there. */
  isAsPosed: (asked: TrackEvent, drawn: TrackEvent) => boolean;
}

/**
 * Each key with the one that comes as its turn, where all show the same and are late by as much from one of them on, or
 * are all at one other pace: late by a whole swing of a settle, a key lies where the next one ought to.
 */
function inTurn(
  asked: readonly TrackEvent[],
  drawn: readonly TrackEvent[],
  { time, isAsPosed }: InTurn,
): KeyMatch | null {
  if (asked.length !== drawn.length || !asked.every((event, i) => isAsPosed(event, drawn[i]!))) return null;
  const offsets = asked.map(({ frame }, i) => ({
    frame,
    off: time.toTarget(drawn[i]!.frame) - frame,
    tolerance: TOGETHER,
    isSampled: false,
  }));
  return shiftOf(offsets, TOGETHER, false) || paceOf(offsets, TOGETHER, false)
    ? { pairs: asked.map((_, i) => [i, i]), missing: [], extra: [] }
    : null;
}

/**
 * The same of a take that pauses once: one pose is keyed twice, and all after it are as much later than all before as
 * the pause is long. Its second key is left over.
 */
function inTurnButOne(
  asked: readonly TrackEvent[],
  drawn: readonly TrackEvent[],
  { time, isAsPosed }: InTurn,
): KeyMatch | null {
  if (drawn.length !== asked.length + 1) return null;
  const lateBy = (i: number, j: number): number => time.toTarget(drawn[j]!.frame) - asked[i]!.frame;
  const isPause = (k: number): boolean => {
    const [before, after] = [lateBy(k, k), lateBy(k, k + 1)];
    return (
      after - before > TOGETHER &&
      isAsPosed(asked[k]!, drawn[k + 1]!) &&
      asked.every((event, i) => {
        const j = i > k ? i + 1 : i;
        return isAsPosed(event, drawn[j]!) && Math.abs(lateBy(i, j) - (i > k ? after : before)) <= TOGETHER;
      })
    );
  };
  for (let k = asked.length - 2; k >= 0; k--)
    if (isPause(k)) return { pairs: asked.map((_, i) => [i, i > k ? i + 1 : i]), missing: [], extra: [k + 1] };
  return null;
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
    apart: new Map(),
  };
  if (isSame && asked.events.length > 0 && drawn.events.length > 0)
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
      if (takeFrame > onTime && isAfterAll && !movesAt(take.subject, track, onTime, last, span))
        placed[end] = { event, takeFrame: onTime };
    }
    return {
      ...found,
      explained: apart ? null : joint.explained,
      pairs: placed.filter(isIn).map(({ event, takeFrame }) => pairOf(event, takeFrame)),
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
  if (left(match) > 0) {
    const keyed = keyedAt(target, track);
    const isAsPosed = ({ frame, values }: TrackEvent, own: TrackEvent): boolean =>
      Math.hypot(...keyed(frame).map((c) => own.values[c]! - values[c]!)) <= REACHED * span;
    const how = { time, isAsPosed };
    match = inTurn(asked.events, drawn.events, how) ?? inTurnButOne(asked.events, drawn.events, how) ?? match;
  }
  return {
    ...found,
    leftOut: asked.leftOut + drawn.leftOut,
    pairs: match.pairs.map(([i, j]) => pairOf(asked.events[i]!, drawn.events[j]!.frame)),
    missing: match.missing.map((i) => asked.events[i]!.frame),
    extra: match.extra.map((j) => drawn.events[j]!.frame),
  };
}
