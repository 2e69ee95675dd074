import { onGrain } from '@undulan/core';

/** A dragged key within this many px of a target takes its frame. */
const REACH_PX = 6;

export interface Snapping {
  pxPerFrame: number;
  /** Frames that draw a dragged key to them: cue marks, other keys. */
  targets: readonly number[];
  /** Lets it stand between frames, to a thousandth. */
  free: boolean;
}

/** The frame a key dragged to `frame` stands on: a target near by, else the nearest whole frame. */
export function snapFrame(frame: number, { pxPerFrame, targets, free }: Snapping): number {
  if (free) return onGrain(frame);
  let best = Math.round(frame);
  let bestPx = Math.abs(best - frame) * pxPerFrame;
  for (const target of targets) {
    const px = Math.abs(target - frame) * pxPerFrame;
    if (px <= REACH_PX && (px < bestPx || !targets.includes(best))) {
      best = target;
      bestPx = px;
    }
  }
  return best;
}
