/** Keys stand on multiples of this many frames: the finest place there is. */
const FRAME_GRAIN = 1 / 1000;

/** The nearest frame keys may stand on: a thousandth. */
export function onGrain(frame: number): number {
  // By the whole number of grains in a frame: times 0.001 a frame would be off in its last digit.
  return Math.round(frame / FRAME_GRAIN) / (1 / FRAME_GRAIN);
}
