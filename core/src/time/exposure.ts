export const MAX_EXPOSURE = 4;

/**
 * The frame whose drawing is on screen at `frame` when each drawing is held for `exposure` frames
 * ("on twos" is 2): `first + k·⌊(frame − first)/k⌋`.
 */
export function exposedFrame(frame: number, first: number, exposure: number): number {
  return exposure === 1 ? frame : first + exposure * Math.floor((frame - first) / exposure);
}
