/** Where frames stand on a strip: the one mapping that ruler, strips and playhead share. */
export interface TimeScale {
  /** First and last frame of what is fitted in. */
  first: number;
  last: number;
  widthPx: number;
  pxPerFrame: number;
  xOf: (frame: number) => number;
  frameAt: (x: number) => number;
}

/** Room at both ends, so that a ring on the first or last frame is whole. */
export const END_PX = 30;

/** Fits the frames into the width. */
export function createTimeScale(first: number, last: number, widthPx: number): TimeScale {
  const pxPerFrame = Math.max(widthPx - 2 * END_PX, 1) / Math.max(last - first, 1);
  return {
    first,
    last,
    widthPx,
    pxPerFrame,
    xOf: (frame) => END_PX + (frame - first) * pxPerFrame,
    frameAt: (x) => first + (x - END_PX) / pxPerFrame,
  };
}

/** Frames between labelled ticks: the smallest round step whose labels keep clear of each other. */
export function labelStep(pxPerFrame: number, rateFps: number): number {
  const beat = Math.round(rateFps) % 8 === 0 ? [1, 2, 4, 8, 24, 48] : [1, 2, 5, 10, 25, 50];
  const steps = [...beat, 100, 200, 500, 1000, 2000, 5000, 10_000, 50_000];
  return steps.find((step) => step * pxPerFrame >= 34) ?? 100_000;
}
