import { depthAt, type MotionDocument, type Point, type Subject } from '@undulan/core';

/** From above: across and depth; from the side: depth and height. */
export type Side = 'above' | 'side';

export interface ViewScale {
  /** Where a place of the stage at a depth (metres) is in the view, in px. */
  at: (place: Point, depth: number) => Point;
  /** How far a px of the view goes: across the stage in its px, and in depth in metres. */
  stagePxPerPx: number;
  metresPerPx: number;
  /** The picture plane: where depth is nothing. */
  plane: number;
}

/** At least so many metres are in view. */
const LEAST_METRES = 2;
const EDGE_PX = 14;

/** The depths that are to be in view, in metres: of all subjects over the range. */
export function depthsOf(motion: MotionDocument): [number, number] {
  let [low, high] = [-LEAST_METRES / 2, LEAST_METRES / 2];
  const { first, last } = motion.range;
  const step = Math.max(1, (last - first) / 48);
  for (const subject of motion.subjects) {
    if (!subject.channels.some(({ id }) => id === 'depth')) continue;
    for (let frame = first; frame <= last; frame += step) {
      const depth = depthAt(motion, subject, frame);
      low = Math.min(low, depth);
      high = Math.max(high, depth);
    }
  }
  return [low, high];
}

/** The scale of a view of so many px: the stage along one side, depth along the other; the front is below, or left. */
export function viewScale(
  motion: MotionDocument,
  side: Side,
  [widthPx, heightPx]: readonly [number, number],
  [low, high]: readonly [number, number],
): ViewScale {
  const { stage } = motion;
  const [alongPx, deepPx] = side === 'above' ? [widthPx, heightPx] : [heightPx, widthPx];
  const along = side === 'above' ? stage.widthPx : stage.heightPx;
  const stagePxPerPx = along / (alongPx - 2 * EDGE_PX);
  const metresPerPx = (high - low) / (deepPx - 2 * EDGE_PX);
  const deep = (depth: number): number =>
    side === 'above' ? heightPx - EDGE_PX - (depth - low) / metresPerPx : EDGE_PX + (depth - low) / metresPerPx;
  return {
    at: ({ x, y }, depth) =>
      side === 'above'
        ? { x: EDGE_PX + x / stagePxPerPx, y: deep(depth) }
        : { x: deep(depth), y: EDGE_PX + y / stagePxPerPx },
    stagePxPerPx,
    metresPerPx,
    plane: deep(0),
  };
}

/** Whether anything about a subject is seen better from the side. */
export function movesInDepth(subject: Subject): boolean {
  return subject.channels.some(({ id, keys }) => id === 'depth' && keys.length > 0);
}
