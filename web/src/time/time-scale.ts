/** Where frames stand on a strip: the one mapping that ruler, strips and playhead share. */
export interface TimeScale {
  /** First and last frame of what is in view; between frames when zoomed. */
  first: number;
  last: number;
  /** All there is, in view or not. */
  whole: TimeView;
  widthPx: number;
  pxPerFrame: number;
  xOf: (frame: number) => number;
  frameAt: (x: number) => number;
  /** Whether anything on the frame, or within some px of it, can be seen. */
  shows: (frame: number, roomPx?: number) => boolean;
}

/** Room at both ends, so that a ring on the first or last frame is whole. */
export const END_PX = 30;

/** Fits the frames into the width. */
export function createTimeScale(
  first: number,
  last: number,
  widthPx: number,
  whole: TimeView = { first, last },
): TimeScale {
  const pxPerFrame = Math.max(widthPx - 2 * END_PX, 1) / Math.max(last - first, 0.001);
  const xOf = (frame: number): number => END_PX + (frame - first) * pxPerFrame;
  return {
    first,
    last,
    whole,
    widthPx,
    pxPerFrame,
    xOf,
    frameAt: (x) => first + (x - END_PX) / pxPerFrame,
    shows: (frame, roomPx = 20) => xOf(frame) >= -roomPx && xOf(frame) <= widthPx + roomPx,
  };
}

/** Frames between labelled ticks: the smallest round step whose labels, `roomPx` wide, keep clear of each other. */
export function labelStep(pxPerFrame: number, rateFps: number, roomPx = 34): number {
  const beat = Math.round(rateFps) % 8 === 0 ? [1, 2, 4, 8, 24, 48] : [1, 2, 5, 10, 25, 50];
  const steps = [...beat, 100, 200, 500, 1000, 2000, 5000, 10_000, 50_000];
  return steps.find((step) => step * pxPerFrame >= roomPx) ?? 100_000;
}

/** A stretch of frames in view. */
export interface TimeView {
  first: number;
  last: number;
}

/** What is in view is never less than this many frames. */
const LEAST_FRAMES = 2;

/** Keeps a view within the whole, as long as it was if that fits. */
export function viewWithin(view: TimeView, whole: TimeView): TimeView {
  const length = Math.min(
    Math.max(view.last - view.first, LEAST_FRAMES),
    Math.max(whole.last - whole.first, LEAST_FRAMES),
  );
  const first = Math.min(Math.max(view.first, whole.first), Math.max(whole.first, whole.last - length));
  return { first, last: first + length };
}

/** Zooms about a frame that stays where it is: `factor` above 1 comes nearer. */
export function zoomedView(view: TimeView, aboutFrame: number, factor: number, whole: TimeView): TimeView {
  const length = Math.max((view.last - view.first) / factor, LEAST_FRAMES);
  const share = (aboutFrame - view.first) / Math.max(view.last - view.first, 0.001);
  const first = aboutFrame - length * share;
  return viewWithin({ first, last: first + length }, whole);
}
