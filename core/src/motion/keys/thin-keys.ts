import { extentOf } from '../../extent.ts';
import { channelOf, withChannel } from '../document/document.ts';
import type { Channel, Key, MotionDocument } from '../document/schema.ts';
import { bakeChannelInto } from '../sampling/bake.ts';
import { changedSpan, type FrameSpan } from '../sampling/changed-span.ts';
import type { ChannelRef, Edit, KeyRef } from './change-keys.ts';

/** So many keys on either side of one that went, the going of each costs otherwise: what they change overlaps. */
const REACH_KEYS = 3;

/** Whole frames among those a change may have touched. */
function wholeFrames(span: FrameSpan | null, { first, last }: FrameSpan): FrameSpan {
  return span
    ? { first: Math.max(first, Math.floor(span.first)), last: Math.min(last, Math.ceil(span.last)) }
    : { first, last };
}

/**
 * Drops keys of a channel whose going changes no whole frame of the range by more than `epsilon` (in the channel's
 * unit) from what it was before any went. The key whose going costs least goes first, of equals the last; the ends stay
 * while the channel moves. The keys that went are named, in order, as having given way.
 */
export function thinKeys(motion: MotionDocument, ref: ChannelRef, epsilon: number): Edit {
  let channel = channelOf(motion, ref.subjectId, ref.channelId);
  const was = new Float64Array(motion.range.last - motion.range.first + 1);
  bakeChannelInto(was, channel, motion.range.first, 1);
  // What is worked out anew over a longer segment differs by rounding.
  const noise = 1e-12 * was.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const without = (i: number): Channel => ({ ...channel, keys: channel.keys.toSpliced(i, 1) });
  /** How far off the going of a key leaves the frames it touches, at most. */
  const cost = (i: number): number => {
    if (i === 0 || i + 1 >= channel.keys.length) return Infinity;
    const thinner = without(i);
    const { first, last } = wholeFrames(changedSpan(channel, thinner), motion.range);
    const baked = new Float64Array(Math.max(0, last - first + 1));
    bakeChannelInto(baked, thinner, first, 1);
    return baked.reduce((most, value, k) => Math.max(most, Math.abs(value - was[first + k - motion.range.first]!)), 0);
  };
  const costs = channel.keys.map((_, i) => cost(i));
  const gaveWay: KeyRef[] = [];
  for (;;) {
    // Equals differ by rounding.
    const least = costs.reduce((best, each, i) => (each <= costs[best]! + noise ? i : best), 0);
    if (!(costs[least]! <= epsilon + noise)) break;
    gaveWay.push({ ...ref, frame: channel.keys[least]!.frame });
    const thinner = without(least);
    const isLocal = changedSpan(channel, thinner) !== null;
    channel = thinner;
    costs.splice(least, 1);
    for (const i of costs.keys())
      if (!isLocal || (i >= least - REACH_KEYS && i < least + REACH_KEYS)) costs[i] = cost(i);
  }
  gaveWay.sort((a, b) => a.frame - b.frame);
  return { motion: withChannel(motion, ref.subjectId, channel), keys: [], gaveWay };
}

/** Whether a channel is keyed more than once and never changes: one key would do. */
export function isStill({ keys, wobble }: Channel): boolean {
  return (
    keys.length > 1 &&
    !wobble &&
    keys.every(
      (key) =>
        key.value === keys[0]!.value &&
        (key.leave !== 'curve' ||
          key.link === 'auto' ||
          key.link === 'flat' ||
          (key.in.value === 0 && key.out.value === 0)),
    )
  );
}

/** Whether a channel is keyed more than once and changes. */
export const isMoving = (channel: Channel): boolean => channel.keys.length > 1 && !isStill(channel);

/** How far keys are apart in value; 0 of none. */
export function extentOfKeys(keys: readonly Pick<Key, 'value'>[]): number {
  const { low, high } = extentOf(keys.map(({ value }) => value));
  return keys.length > 0 ? high - low : 0;
}

/** Thins several channels, each within its own `epsilon`; of a channel that never changes the first key stays alone. */
export function thinChannels(motion: MotionDocument, channels: readonly (ChannelRef & { epsilon: number })[]): Edit {
  let result = motion;
  const gaveWay: KeyRef[] = [];
  for (const { epsilon, ...ref } of channels) {
    const channel = channelOf(result, ref.subjectId, ref.channelId);
    if (isStill(channel)) {
      gaveWay.push(...channel.keys.slice(1).map((key) => ({ ...ref, frame: key.frame })));
      result = withChannel(result, ref.subjectId, { ...channel, keys: channel.keys.slice(0, 1) });
      continue;
    }
    const thinned = thinKeys(result, ref, epsilon);
    result = thinned.motion;
    gaveWay.push(...thinned.gaveWay);
  }
  return { motion: result, keys: [], gaveWay };
}
