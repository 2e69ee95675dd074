import type { FrameRange } from '@undulan/core';

/** What playback does at an end: goes round, stops, or turns and comes back. */
export const PLAY_WAYS = ['loop', 'there-and-back', 'once'] as const;
export type PlayWay = (typeof PLAY_WAYS)[number];

export interface PlayPosition {
  frame: number;
  /** Frames by which a single run is past its last; 0 or less while it goes on. */
  pastEnd: number;
}

/** What is left of `value` over `length`, never negative. */
const wrapped = (value: number, length: number): number => ((value % length) + length) % length;

/**
 * Where playback stands `moved` frames (negative: backward) after `start`. A loop goes on from the first frame without
 * holding the last twice; there and back turns on either end without holding it twice; a single run is over once its
 * last frame has had its time.
 */
export function playPosition(start: number, moved: number, { first, last }: FrameRange, way: PlayWay): PlayPosition {
  const count = last - first + 1;
  const offset = start - first + moved;
  if (way === 'loop') {
    const frame = first + wrapped(offset, count);
    // A trifle before the first frame is, rounded, all the way round.
    return { frame: frame < last + 1 ? frame : first, pastEnd: 0 };
  }
  if (way === 'there-and-back') {
    const span = count - 1;
    if (span === 0) return { frame: first, pastEnd: 0 };
    const along = wrapped(offset, 2 * span);
    return { frame: first + (along <= span ? along : 2 * span - along), pastEnd: 0 };
  }
  const pastEnd = moved < 0 ? 1 - (offset + 1) : offset - count + 1;
  if (pastEnd >= 1 || first + offset >= last + 1) return { frame: moved < 0 ? first : last, pastEnd };
  return { frame: Math.max(first, first + offset), pastEnd };
}
