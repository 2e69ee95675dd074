import { extentOf } from '../../extent.ts';
import { channelOf, withChannel } from '../document/document.ts';
import type { Channel, Key, MotionDocument } from '../document/schema.ts';
import { bakeChannelInto } from '../sampling/bake.ts';
import type { ChannelRef, Edit, KeyRef } from './change-keys.ts';

function baked(channel: Channel, first: number, last: number): Float64Array {
  const out = new Float64Array(last - first + 1);
  bakeChannelInto(out, channel, first, 1);
  return out;
}

function worst(a: Float64Array, b: Float64Array): number {
  let miss = 0;
  for (let i = 0; i < a.length; i++) miss = Math.max(miss, Math.abs(a[i]! - b[i]!));
  return miss;
}

/**
 * Drops keys of a channel whose going changes no whole frame of the range by more than `epsilon` (in the channel's
 * unit) from what it was before any went. The key whose going changes least goes first; the first and the last key stay
 * while the channel moves. The keys that went are named as having given way.
 */
export function thinKeys(motion: MotionDocument, ref: ChannelRef, epsilon: number): Edit {
  const start = channelOf(motion, ref.subjectId, ref.channelId);
  const { first, last } = motion.range;
  const was = baked(start, first, last);
  // What is worked out anew over a longer segment differs by rounding.
  const noise = 1e-12 * was.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const gaveWay: KeyRef[] = [];
  let channel = start;
  for (;;) {
    let best: { channel: Channel; frame: number; miss: number } | null = null;
    for (let i = 1; i + 1 < channel.keys.length; i++) {
      const without = { ...channel, keys: channel.keys.filter((_, k) => k !== i) };
      const miss = worst(baked(without, first, last), was);
      if (miss <= epsilon + noise && (!best || miss < best.miss))
        best = { channel: without, frame: channel.keys[i]!.frame, miss };
    }
    if (!best) break;
    channel = best.channel;
    gaveWay.push({ subjectId: ref.subjectId, channelId: ref.channelId, frame: best.frame });
  }
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
