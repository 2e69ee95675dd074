import type { Handle } from '@undulan/core';

/** What dragging a handle leaves as it is. */
export interface HandleKeeps {
  length: boolean;
  angle: boolean;
}

export const KEEPS_NOTHING: HandleKeeps = { length: false, angle: false };

interface HandleMove {
  dxPx: number;
  dyPx: number;
  /** Keeps it level. */
  level: boolean;
}

/**
 * Where a dragged handle ends up, as it looks on the strip: along its own line when the angle is kept, on a circle
 * about its key when the length is.
 */
export function draggedHandle(
  handle: Handle,
  { dxPx, dyPx, level }: HandleMove,
  pxPerFrame: number,
  pxPerUnit: number,
  keeps: HandleKeeps,
): Handle {
  const was = { x: handle.frames * pxPerFrame, y: handle.value * pxPerUnit };
  let to = { x: was.x + dxPx, y: level ? 0 : was.y + dyPx };
  const long = Math.hypot(was.x, was.y);
  if (keeps.angle && long > 0) {
    const along = Math.max(0, (to.x * was.x + to.y * was.y) / long);
    to = { x: (was.x / long) * along, y: (was.y / long) * along };
  }
  const now = Math.hypot(to.x, to.y);
  if (keeps.length && now > 0) to = { x: (to.x / now) * long, y: (to.y / now) * long };
  return { frames: to.x / pxPerFrame, value: to.y / pxPerUnit };
}
