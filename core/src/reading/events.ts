import { extentOf } from '../extent.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { isMoving } from '../motion/keys/thin-keys.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import { type Track, type TrackEvent, trackEvents, trackValues } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { drawnEvery, tellingOf } from './keying.ts';
import { momentsOf, noiseOf } from './moments.ts';

/** A step of less than this share of a coordinate's extent stands still. */
const STILL = 0.004;
/**
 * Between two steps a change of more than this share of the greatest step, while both are at least as long, is a break
 * of speed.
 */
const BREAK = 0.5;

/** The events of a track to be matched. */
export interface Events {
  events: TrackEvent[];
  /** Its keys are samples of a motion: they say nothing of what happens when. */
  isSampled: boolean;
}

/**
 * The events of a track: its keys that are more than in-betweens (all of them where none is more); of a recording, what
 * happens in it. `asked` are the target's own events, of a take.
 */
export function eventsOf(
  subject: Subject,
  track: Track,
  within: FrameRange,
  asked: readonly TrackEvent[] = [],
): Events {
  const keyed = withoutStill(subject, track, trackEvents(subject, track));
  const telling = withoutRowed(tellingOf(keyed), keyed, asked);
  // Of a take only where it lacks as many as it would gain.
  const ends = withEnds(telling, keyed, (frame) => trackValues(subject, track, frame));
  const events = asked.length === 0 || ends.length <= asked.length ? ends : telling;
  if (drawnEvery(events, asked, keyed.length) === null) return { events, isSampled: false };
  const [from, to] = [
    Math.max(Math.ceil(events[0]!.frame), within.first),
    Math.min(Math.floor(events.at(-1)!.frame), within.last),
  ];
  return { events: to < from ? [] : detectEvents(subject, track, from, to), isSampled: true };
}

/** The events with the first key and the last, where what moves begins or ends with it: that is no in-between. */
function withEnds(
  telling: TrackEvent[],
  keyed: readonly TrackEvent[],
  valuesAt: (frame: number) => number[],
): TrackEvent[] {
  const [first, last] = [telling[0], telling.at(-1)];
  if (!first || !last) return telling;
  const [start, end] = [keyed[0]!, keyed.at(-1)!];
  const isLeft = (key: TrackEvent, toward: TrackEvent): boolean =>
    valuesAt((key.frame + toward.frame) / 2).some((value, c) => value !== key.values[c]);
  const asEnd = (key: TrackEvent): TrackEvent => ({ ...key, role: 'extreme' });
  return [
    ...(start.frame < first.frame && isLeft(start, first) ? [asEnd(start)] : []),
    ...telling,
    ...(end.frame > last.frame && isLeft(end, last) ? [asEnd(end)] : []),
  ];
}

/**
 * A take's events without breakdowns in a row of drawings, one to a frame, where the target has none to be matched:
 * they are drawings like those beside them.
 */
function withoutRowed(events: TrackEvent[], keyed: readonly TrackEvent[], asked: readonly TrackEvent[]): TrackEvent[] {
  const isBreakdown = ({ role }: TrackEvent): boolean => role === 'breakdown';
  if (asked.length === 0 || asked.some(isBreakdown) || !events.some(isBreakdown)) return events;
  const frames = keyed.map(({ frame }) => frame);
  const isRowed = (frame: number): boolean => {
    const k = frames.indexOf(frame);
    return frame - (frames[k - 1] ?? -Infinity) <= 1 && (frames[k + 1] ?? Infinity) - frame <= 1;
  };
  return events.filter((event) => !isBreakdown(event) || !isRowed(event.frame));
}

/** As many events as are matched, those nearest to the middle of the range, in order; and how many are left out. */
export function nearestEvents(
  events: TrackEvent[],
  { first, last }: FrameRange,
  most: number,
): { events: TrackEvent[]; leftOut: number } {
  if (events.length <= most) return { events, leftOut: 0 };
  const middle = (first + last) / 2;
  const centre = events.findIndex(({ frame }) => frame >= middle);
  const from = Math.min(
    events.length - most,
    Math.max(0, (centre < 0 ? events.length : centre) - Math.floor(most / 2)),
  );
  return { events: events.slice(from, from + most), leftOut: events.length - most };
}

/**
 * The events without those that only a coordinate that never changes is keyed on, where another one moves: such keys
 * say nothing of when.
 */
function withoutStill(subject: Subject, track: Track, events: readonly TrackEvent[]): TrackEvent[] {
  const keyed = track.channelIds.flatMap((id) => findChannel(subject, id) ?? []).filter(({ keys }) => keys.length > 0);
  const moving = keyed.filter(isMoving);
  if (moving.length === 0 || moving.length === keyed.length) return [...events];
  const frames = new Set(moving.flatMap((channel) => channel.keys.map((key) => key.frame)));
  return events.filter((event) => frames.has(event.frame));
}

/**
 * Ends, extrema of each coordinate, breaks of speed, and starts and ends of holds, from the whole frames of a track.
 */
function detectEvents(subject: Subject, track: Track, first: number, last: number): TrackEvent[] {
  const count = last - first + 1;
  const frames = new Set([0, count - 1]);
  for (const id of track.channelIds) {
    if (!findChannel(subject, id)) continue;
    const values = new Float64Array(count);
    bakeChannelInto(values, findChannel(subject, id)!, first, 1);
    const { low, high } = extentOf(values);
    const extent = high - low;
    if (!(extent > 0)) continue;
    for (const { at } of momentsOf(values, extent, noiseOf(values))) frames.add(Math.round(at));
    for (const i of speedBreaks(values, extent)) frames.add(i);
  }
  const inOrder = [...frames].sort((a, b) => a - b);
  // Two marks on neighbouring frames are one event seen twice.
  const apart = inOrder.filter((i, k) => k === 0 || i - inOrder[k - 1]! > 1 || i === count - 1);
  return apart.map((i) => ({ frame: first + i, role: 'extreme', values: trackValues(subject, track, first + i) }));
}

function speedBreaks(values: Float64Array, extent: number): number[] {
  const breaks: number[] = [];
  const step = (i: number): number => values[i + 1]! - values[i]!;
  let most = 0;
  for (let i = 0; i + 1 < values.length; i++) most = Math.max(most, Math.abs(step(i)));
  for (let i = 1; i + 1 < values.length; i++) {
    const change = Math.abs(step(i) - step(i - 1));
    if (
      most > STILL * extent &&
      change > BREAK * most &&
      Math.abs(step(i)) > BREAK * 0.5 * most &&
      Math.abs(step(i - 1)) > BREAK * 0.5 * most
    )
      breaks.push(i);
  }
  return breaks;
}
