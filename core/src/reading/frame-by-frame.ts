import { extentOf } from '../extent.ts';
import type { ChannelId } from '../motion/document/channels.ts';
import { createChannel, createKey } from '../motion/document/document.ts';
import type { Channel } from '../motion/document/schema.ts';

/** What is the same picture by other keys is worked out frame by frame. */

/** So near to where something is on the stage, in px, degrees or times, it is there. */
export const THERE = 1e-6;
/** More places than these are not worked out: what is so long is read as it is keyed. */
export const MOST_PLACES = 100_000;

/** Whether a channel may be another on some frame than on the others. */
export const mayMove = (channel: Channel | undefined): boolean =>
  channel !== undefined && (channel.keys.length > 0 || channel.wobble !== undefined);

/** A channel by its values, a frame each from the first on: with a key on each, or none where all are one. */
export function byFrames(id: ChannelId, first: number, values: readonly number[]): Channel {
  const { low, high } = extentOf(values);
  if (high - low <= THERE) return createChannel(id, values[0]);
  const keys = values.map((value, i) => createKey(first + i, value, { leave: 'linear' }));
  return createChannel(id, values[0], keys);
}
