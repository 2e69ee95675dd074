import type { Channel } from '../document/schema.ts';
import { bakeChannelInto } from './bake.ts';
import { sampleChannel } from './sample.ts';

interface Drawn {
  asked: number;
  first: number;
  values: Float64Array | null;
}

/** A channel asked for this often is going to be asked for again: from then on its whole frames are baked. */
const WORTH_BAKING = 12;
/** Longer than this is not baked as a whole: 20,000 frames are 160 kB. */
const MOST_FRAMES = 20_000;

const drawn = new WeakMap<Channel, Drawn>();

/**
 * The channel's value for drawing: as `sampleChannel`, within a millionth of it on whole frames among the keys, which
 * are baked once a channel is drawn again and again (onion skins, scrubbing, playing). Documents never change in place,
 * so what was baked holds as long as its channel does.
 */
export function drawnValue(channel: Channel, frame: number): number {
  const { keys, resting } = channel;
  if (keys.length === 0 && !channel.wobble) return resting;
  if (!Number.isInteger(frame) || keys.length === 0) return sampleChannel(channel, frame);
  let known = drawn.get(channel);
  if (!known) drawn.set(channel, (known = { asked: 0, first: Math.ceil(keys[0]!.frame), values: null }));
  if (!known.values) {
    known.asked += 1;
    const count = Math.floor(keys[keys.length - 1]!.frame) - known.first + 1;
    if (known.asked < WORTH_BAKING || count < 1 || count > MOST_FRAMES) return sampleChannel(channel, frame);
    known.values = new Float64Array(count);
    bakeChannelInto(known.values, channel, known.first, 1);
  }
  return known.values[frame - known.first] ?? sampleChannel(channel, frame);
}
