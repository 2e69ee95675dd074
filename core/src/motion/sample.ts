import { createSegmentSampler } from './segment.ts';
import type { Channel, Key } from './schema.ts';

/** The index of the last key at or before `frame`; −1 before the first. */
export function keyIndexAt(keys: readonly Key[], frame: number): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (keys[middle]!.frame <= frame) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** The channel's value at any frame, whole or not, in the channel's unit. Before the first and after the last key it holds; without keys it rests. */
export function sampleChannel(channel: Channel, frame: number): number {
  const { keys } = channel;
  if (keys.length === 0) return channel.resting;
  const index = keyIndexAt(keys, frame);
  if (index < 0) return keys[0]!.value;
  if (index === keys.length - 1) return keys[index]!.value;
  return createSegmentSampler(keys, index)(frame);
}
