import { frameCount, type FrameRange } from './range.ts';

export const MAX_EXPOSURE = 4;

/**
 * The frame whose drawing is on screen at `frame` when each drawing is held for `exposure` frames
 * ("on twos" is 2): `first + k·⌊(frame − first)/k⌋`.
 */
export function exposedFrame(frame: number, first: number, exposure: number): number {
  return exposure === 1 ? frame : first + exposure * Math.floor((frame - first) / exposure);
}

/** One drawing and how long it stays. */
export interface ExposedDrawing {
  frame: number;
  holdFrames: number;
}

/** The drawings a range takes on ones, twos, threes or fours: the last one stays as long as the range has room. */
export function exposedDrawings(range: FrameRange, exposure: number): ExposedDrawing[] {
  const count = Math.ceil(frameCount(range) / exposure);
  return Array.from({ length: count }, (_, i) => {
    const frame = range.first + i * exposure;
    return { frame, holdFrames: Math.min(exposure, range.last - frame + 1) };
  });
}
