import { extentOf } from '../../extent.ts';
import type { FrameRange } from '../../time/range.ts';
import { framesPerSecond, type Rate } from '../../time/rate.ts';
import type { Channel } from '../document/schema.ts';
import { channelSpeed, sampleChannel } from './sample.ts';

/**
 * How a channel goes over from the last frame of a cycle to its first. A cycle of n frames has its closing key on
 * `first + n`, which is not shown.
 */
export interface LoopReading {
  /** The last frame shown is the first drawing again: it is held twice, a hitch. */
  playsClosingFrame: boolean;
  /** How far the value is off where the cycle closes, and the speed (units per second); 0 where it closes. */
  valueGap: number;
  speedGap: number;
  closesInValue: boolean;
  closesInSpeed: boolean;
}

/** Share of the channel's extent within which a value or a step counts as the same. */
const SAME = 1e-3;

/** A slope without end as the steepest of which two differ by a number. */
const finite = (speed: number): number => Math.max(-MOST_SPEED, Math.min(MOST_SPEED, speed));
const MOST_SPEED = Number.MAX_VALUE / 4;

/** Reads how a channel closes over a range played in a loop. A channel that never moves closes. */
export function readLoop(channel: Channel, { first, last }: FrameRange, rate: Rate): LoopReading {
  const closing = last + 1;
  const values = Array.from({ length: closing - first + 1 }, (_, i) => sampleChannel(channel, first + i));
  const { low, high } = extentOf(values);
  const extent = high - low;
  const start = values[0]!;
  const closes = { playsClosingFrame: false, valueGap: 0, speedGap: 0, closesInValue: true, closesInSpeed: true };
  if (!(extent > 0)) return closes;
  const same = (a: number, b: number): boolean => Math.abs(a - b) <= SAME * extent;
  const endsOnFirst = same(values[last - first]!, start);
  const moves = !same(values[1]!, start) || !same(values[last - first - 1] ?? start, start);
  const hasClosingKey = channel.keys.some((key) => key.frame === closing);
  const playsClosingFrame = endsOnFirst && moves && !hasClosingKey;
  // Where the closing drawing is on the last frame, that is where value and speed have to meet.
  const end = playsClosingFrame ? last : closing;
  const valueGap = sampleChannel(channel, end) - start;
  const speedGap = finite(channelSpeed(channel, end, rate).left) - finite(channelSpeed(channel, first, rate).right);
  const meanSpeed = (extent / (closing - first)) * framesPerSecond(rate);
  const closesInValue = same(valueGap, 0);
  const closesInSpeed = Math.abs(speedGap) <= 0.05 * meanSpeed;
  return {
    playsClosingFrame,
    valueGap: closesInValue ? 0 : valueGap,
    speedGap: closesInSpeed ? 0 : speedGap,
    closesInValue,
    closesInSpeed,
  };
}
