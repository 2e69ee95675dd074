import { framesPerSecond, type Rate } from '../../time/rate.ts';
import { CHANNELS } from '../document/channels.ts';
import type { Channel, Key } from '../document/schema.ts';
import { mapOutside, roundStep } from './outside.ts';
import { createSegmentSampler, type SegmentSampler, segmentSlope } from './segment.ts';
import { wobbleAt } from './wobble.ts';

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

/**
 * Segments prepared for sampling, kept as long as their keys are: documents never change in place, and drawing asks for
 * the same segments frame after frame.
 */
const prepared = new WeakMap<readonly Key[], SegmentSampler[]>();

function samplerOf({ keys, id }: Channel, index: number): SegmentSampler {
  let samplers = prepared.get(keys);
  if (!samplers) prepared.set(keys, (samplers = []));
  return (samplers[index] ??= createSegmentSampler(keys, index, CHANNELS[id].blend));
}

/** The value between the first and the last key. */
function sampleInside(channel: Channel, frame: number): number {
  const { keys } = channel;
  const index = keyIndexAt(keys, frame);
  if (index < 0) return keys[0]!.value;
  if (index === keys.length - 1 || keys[index]!.frame === frame) return keys[index]!.value;
  return samplerOf(channel, index)(frame);
}

/** The slope the motion has at its first or last key on the inside, in value per frame. */
function endSlope(keys: readonly Key[], atEnd: boolean): number {
  const index = atEnd ? keys.length - 2 : 0;
  const slope = segmentSlope(keys, index, atEnd ? keys[keys.length - 1]!.frame : keys[0]!.frame);
  return Number.isFinite(slope) ? slope : 0;
}

function sampleKeyed(channel: Channel, frame: number): number {
  const { keys, id } = channel;
  const first = keys[0]!;
  const last = keys[keys.length - 1]!;
  if (frame >= first.frame && frame <= last.frame) return sampleInside(channel, frame);
  const mapped = mapOutside(channel, frame);
  const inside = sampleInside(channel, mapped.frame);
  if (CHANNELS[id].blend && CHANNELS[id].blend !== 'number') return inside;
  const straight = mapped.straight === 0 ? 0 : mapped.straight * endSlope(keys, mapped.straight > 0);
  return inside + mapped.addedRounds * roundStep(keys) + straight;
}

/**
 * The channel's value at any frame, whole or not, in the channel's unit: its keys, what it does before and after them,
 * and its wobble. Without keys it rests. Colours are packed (0xRRGGBB) and take no wobble.
 */
export function sampleChannel(channel: Channel, frame: number): number {
  const value = channel.keys.length === 0 ? channel.resting : sampleKeyed(channel, frame);
  if (!channel.wobble || CHANNELS[channel.id].blend) return value;
  return value + wobbleAt(channel.wobble, frame).value;
}

/**
 * The channel's values from one frame to another (not itself), for many looks: where both are of one segment, this is
 * found once.
 */
export function samplerBetween(channel: Channel, from: number, to: number): SegmentSampler {
  const { keys, wobble } = channel;
  const index = keyIndexAt(keys, from);
  const end = keys[index + 1];
  return index >= 0 && end && to <= end.frame && !wobble
    ? samplerOf(channel, index)
    : (frame) => sampleChannel(channel, frame);
}

export interface Speeds {
  /** Just before and just after the frame, in units per second. They differ at a key that breaks the motion. */
  left: number;
  right: number;
}

/** Which round a side of a round's edge belongs to is told this far beyond it: far below what a key can stand on. */
const BESIDE_FRAMES = 1e-6;

/** The segment on one side of a frame inside the keys. */
function segmentBeside(keys: readonly Key[], frame: number, side: -1 | 1): number {
  const found = keyIndexAt(keys, frame);
  return Math.min(keys.length - 2, Math.max(0, side < 0 && keys[found]?.frame === frame ? found - 1 : found));
}

/** The slope of the keys and what lies outside them, in value per frame, on one side of a frame. */
function slopeBeside(channel: Channel, frame: number, side: -1 | 1): number {
  const { keys } = channel;
  if (keys.length < 2) return 0;
  const first = keys[0]!.frame;
  const last = keys[keys.length - 1]!.frame;
  const isOutside = side > 0 ? frame < first || frame >= last : frame <= first || frame > last;
  if (!isOutside) return segmentSlope(keys, segmentBeside(keys, frame, side), frame);
  const mapped = mapOutside(channel, frame + side * BESIDE_FRAMES);
  if (mapped.direction === 0) return 0;
  if (mapped.straight !== 0) return endSlope(keys, mapped.straight > 0);
  const inside = mapped.frame - mapped.direction * side * BESIDE_FRAMES;
  return mapped.direction * segmentSlope(keys, segmentBeside(keys, mapped.frame, side), inside);
}

/**
 * The channel's speed at a frame, from the left and from the right: the analytic derivative, in units per second.
 * Colours and drawings have none.
 */
export function channelSpeed(channel: Channel, frame: number, rate: Rate): Speeds {
  const { blend } = CHANNELS[channel.id];
  if (blend) return { left: 0, right: 0 };
  const wobble = channel.wobble ? wobbleAt(channel.wobble, frame).slope : 0;
  const fps = framesPerSecond(rate);
  return {
    left: (slopeBeside(channel, frame, -1) + wobble) * fps,
    right: (slopeBeside(channel, frame, 1) + wobble) * fps,
  };
}
