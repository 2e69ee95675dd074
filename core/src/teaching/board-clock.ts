import { extentOf } from '../extent.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import type { FrameRange } from '../time/range.ts';
import { framesPerSecond, type Rate } from '../time/rate.ts';
import { movements } from './lane-look.ts';
import type { Board } from './lesson.ts';

/** The one clock of a board, in frames of its first lane. */
export interface BoardClock {
  rate: Rate;
  range: FrameRange;
  /** The frame a lane shows on a frame of the clock: a whole one of its own range, which it never leaves. */
  frameOf: (lane: number, frame: number) => number;
}

/** Seconds that are the same but for rounding must not fall into the frame before. */
const ROUNDING = 1e-6;

/** The seconds from a motion's first frame to a key of its first movement, of one with fewer to its last; 0 without. */
function secondsToKey(motion: MotionDocument, key: number): number {
  const events = movements(motion)[0]?.events ?? [];
  const frame = events[Math.min(key, events.length - 1)];
  return frame === undefined ? 0 : (frame - motion.range.first) / framesPerSecond(motion.rate);
}

/**
 * Lays lanes on one clock: they start together, or are shifted so that a key of each (counted from 0) falls on that of
 * the first one. The clock runs from the first that begins to the last that ends.
 */
export function boardClock(lanes: readonly MotionDocument[], alignedAt: Board['alignedAt']): BoardClock {
  const [first] = lanes;
  if (!first) throw new RangeError('A board has a lane at least.');
  const fps = framesPerSecond(first.rate);
  const wait = (motion: MotionDocument): number =>
    alignedAt === 'start' ? 0 : secondsToKey(first, alignedAt) - secondsToKey(motion, alignedAt);
  const waits = lanes.map(wait);
  const begins = extentOf(waits).low;
  const ends = Math.max(
    ...lanes.map(({ range, rate }, i) => waits[i]! + (range.last - range.first + 1) / framesPerSecond(rate)),
  );
  const start = first.range.first;
  return {
    rate: first.rate,
    range: {
      first: start + Math.floor(begins * fps + ROUNDING),
      last: Math.max(start, start + Math.ceil(ends * fps - ROUNDING) - 1),
    },
    frameOf: (lane, frame) => {
      const { range, rate } = lanes[lane]!;
      const own = range.first + ((frame - start) / fps - waits[lane]!) * framesPerSecond(rate);
      return Math.min(range.last, Math.max(range.first, Math.floor(own + ROUNDING)));
    },
  };
}
