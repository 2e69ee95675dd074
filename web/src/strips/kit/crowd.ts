import type { TimeScale } from '../../time/index.ts';

/**
 * Marks nearer to one another than this, in px, overlap: they are painted small, and only over selected ones elements
 * are built to take hold of.
 */
const CROWDED_PX = 12;

/** More selected marks than this in one crowd are as small as the others. */
const MOST_BUILT = 24;

/** Within this many px of a painted mark it is taken hold of. */
export const CROWD_REACH_PX = 12;

/**
 * How marks on rising frames crowd on a strip: px from one to the next on average, or null while there is room for
 * each.
 */
export function crowding(frames: readonly number[], scale: TimeScale): number | null {
  let first = Infinity;
  let last = -Infinity;
  let count = 0;
  for (const frame of frames) {
    if (!scale.shows(frame)) continue;
    first = Math.min(first, frame);
    last = Math.max(last, frame);
    count += 1;
  }
  const spacingPx = count > 1 ? ((last - first) * scale.pxPerFrame) / (count - 1) : Infinity;
  return spacingPx < CROWDED_PX ? spacingPx : null;
}

/**
 * The selected marks of a crowd that can be taken hold of one by one: painted as large as where there is room, with an
 * unseen element over each.
 */
export function builtInCrowd(frames: readonly number[], selected: readonly number[]): number[] {
  const built = selected.filter((frame) => frames.includes(frame));
  return built.length > MOST_BUILT ? [] : built;
}

/** Width of a line in a crowd, in px of the page: of one pixel it is drawn many times as fast as a wider one. */
export const hairlinePx = (): number => 1 / devicePixelRatio;

/** How large a ring is in a crowd, in px: small enough to be told from the next. */
export function crowdRadius(spacingPx: number): number {
  return Math.min(5, Math.max(2, Math.round(spacingPx * 0.9) / 2));
}

/** What is nearest to the pointer, by its distance in px, the later of equals; null where nothing is within reach. */
export function nearestOf<T>(things: Iterable<T>, distanceOf: (thing: T) => number): T | null {
  let nearest: T | null = null;
  let least = CROWD_REACH_PX;
  for (const thing of things) {
    const distance = distanceOf(thing);
    if (distance > least) continue;
    least = distance;
    nearest = thing;
  }
  return nearest;
}

/** The frame nearest to a place on a strip; null where none is within reach. */
export function nearestFrame(frames: readonly number[], x: number, scale: TimeScale): number | null {
  return nearestOf(frames, (frame) => Math.abs(scale.xOf(frame) - x));
}

/** The SVG path of all places within reach of one of the frames: what of a row belongs to its marks. Frames rise. */
export function reachPath(frames: readonly number[], scale: TimeScale, heightPx: number): string {
  let path = '';
  let from = -Infinity;
  let to = -Infinity;
  const close = (): void =>
    void (to > from && (path += `M${from.toFixed(1)} 0H${to.toFixed(1)}V${heightPx}H${from.toFixed(1)}Z`));
  for (const frame of frames) {
    if (!scale.shows(frame)) continue;
    const x = scale.xOf(frame);
    if (x - CROWD_REACH_PX > to) {
      close();
      from = x - CROWD_REACH_PX;
    }
    to = x + CROWD_REACH_PX;
  }
  close();
  return path;
}
