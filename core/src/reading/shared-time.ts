import type { MotionDocument } from '../motion/document/schema.ts';
import { framesPerSecond } from '../time/rate.ts';

/**
 * Carries frames between two rulers by seconds from the start of each range, so that different rates compare fairly.
 */
export interface SharedTime {
  toTake: (targetFrame: number) => number;
  toTarget: (takeFrame: number) => number;
}

export function createSharedTime(target: MotionDocument, take: MotionDocument): SharedTime {
  const ratio = framesPerSecond(take.rate) / framesPerSecond(target.rate);
  const shift = take.range.first - target.range.first;
  // Not by way of the ranges' starts: there a frame between two, beside a step, would be rounded over it.
  if (ratio === 1) return { toTake: (frame) => frame + shift, toTarget: (frame) => frame - shift };
  return {
    toTake: (frame) => take.range.first + (frame - target.range.first) * ratio,
    toTarget: (frame) => target.range.first + (frame - take.range.first) / ratio,
  };
}
