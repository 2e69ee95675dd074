import { sameData } from '../../steps/index.ts';
import { findChannel } from '../document/document.ts';
import type { Channel, Subject } from '../document/schema.ts';
import type { Track } from './track.ts';

/** Frames, both ends among them; none when `last` is less than `first`. */
export interface FrameSpan {
  first: number;
  last: number;
}

const NO_FRAMES: FrameSpan = { first: Infinity, last: -Infinity };

/**
 * The frames between which two lists of things on rising frames differ: from the last that is the same at the start, to
 * the first that is the same at the end; `reach` of 2 goes to the second. Beyond the first and last of them all there
 * is no end.
 */
export function changedFrames<T>(
  before: readonly T[],
  after: readonly T[],
  frameOf: (item: T) => number,
  reach = 1,
): FrameSpan {
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && before[head] === after[head]) head++;
  if (head === before.length && head === after.length) return NO_FRAMES;
  let tail = 0;
  while (tail < shorter - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  const first = (items: readonly T[]): number => (head >= reach ? frameOf(items[head - reach]!) : -Infinity);
  const last = (items: readonly T[]): number =>
    tail >= reach ? frameOf(items[items.length - tail + reach - 1]!) : Infinity;
  return { first: Math.min(first(before), first(after)), last: Math.max(last(before), last(after)) };
}

/**
 * A key changes the curve as far as the second key on either side: the slope of an automatic handle follows from the
 * keys about its own.
 */
const REACH_KEYS = 2;

/**
 * The frames outside of which two states of a channel have the same values, told by the keys that are the same in both;
 * null where they may differ anywhere.
 */
export function changedSpan(before: Channel, after: Channel): FrameSpan | null {
  const { keys: a, ...restBefore } = before;
  const { keys: b, ...restAfter } = after;
  // What goes on beyond the keys is made of all of them.
  if ([after.before, after.after].some((outside) => outside && outside.kind !== 'hold')) return null;
  return sameData(restBefore, restAfter) ? changedFrames(a, b, (key) => key.frame, REACH_KEYS) : null;
}

/**
 * The frames outside of which two states of a subject have the same values on all channels of a track; null where they
 * may differ anywhere.
 */
export function changedTrackSpan(
  before: Subject,
  after: Subject,
  { channelIds }: Pick<Track, 'channelIds'>,
): FrameSpan | null {
  const spans = channelIds.map((id) => {
    const [was, is] = [findChannel(before, id), findChannel(after, id)];
    if (was === is) return NO_FRAMES;
    return was && is ? changedSpan(was, is) : null;
  });
  return spans.reduce(
    (all, span) => all && span && { first: Math.min(all.first, span.first), last: Math.max(all.last, span.last) },
    NO_FRAMES,
  );
}
