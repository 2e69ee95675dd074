import type { Board, BoardClock, MotionDocument } from '@undulan/core';
import { boxInPicture } from '../../picture/stage/index.ts';
import { type LaneMark, markOf } from './lane-look.ts';

/** What of a stage is looked at, in its pixels. */
export interface StagePart {
  left: number;
  top: number;
  widthPx: number;
  heightPx: number;
}

/** The way is looked at on so many frames at most. */
const MOST_FRAMES = 120;
const MARGIN = 0.1;
/** Room about what hardly moves. */
const LEAST_PX = 120;

interface Extent {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

const extents = new WeakMap<MotionDocument, Extent>();

/** The box about everything that is not scenery, over all of a motion's frames: of lanes that stay the same known. */
function extentOfMotion(motion: MotionDocument): Extent {
  const known = extents.get(motion);
  if (known) return known;
  const { first, last } = motion.range;
  const step = Math.max(1, Math.ceil((last - first + 1) / MOST_FRAMES));
  const moving = motion.subjects.filter(({ locked, visible, look }) => !locked && visible && look.shape !== 'camera');
  const extent: Extent = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const subject of moving)
    for (let frame = first; frame <= last; frame += step) grow(extent, boxInPicture(motion, subject, frame));
  extents.set(motion, extent);
  return extent;
}

function grow(extent: Extent, box: Extent | null): void {
  if (!box) return;
  extent.left = Math.min(extent.left, box.left);
  extent.top = Math.min(extent.top, box.top);
  extent.right = Math.max(extent.right, box.right);
  extent.bottom = Math.max(extent.bottom, box.bottom);
}

/**
 * The part of the stage where something moves in any of the motions, with room about it; all of it where nothing does.
 */
export function movingPart(motions: readonly MotionDocument[]): StagePart {
  const all: Extent = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const motion of motions) grow(all, extentOfMotion(motion));
  const { widthPx, heightPx } = motions[0]!.stage;
  if (all.left > all.right) return { left: 0, top: 0, widthPx, heightPx };
  const [wide, high] = [all.right - all.left, all.bottom - all.top];
  const room = MARGIN * Math.max(wide, high, LEAST_PX);
  return { left: all.left - room, top: all.top - room, widthPx: wide + 2 * room, heightPx: high + 2 * room };
}

/** How a part lies in a room of some size: its middle in the room's, as large as fits. */
export function fitPart({ left, top, widthPx, heightPx }: StagePart, width: number, height: number) {
  const scale = Math.min(width / widthPx, height / heightPx);
  return {
    scale,
    x: width / 2 - (left + widthPx / 2) * scale,
    y: height / 2 - (top + heightPx / 2) * scale,
  };
}

/** One move in a picture, and which frame of it is on. */
export interface ShownLane {
  name: string;
  motion: MotionDocument;
  mark: LaneMark;
  frameOf: (frame: number) => number;
}

/** The lanes as they are shown on the board's clock. */
export function shownLanes(board: Board, motions: readonly MotionDocument[], clock: BoardClock): ShownLane[] {
  return board.lanes.map((lane, i) => ({
    name: lane.name,
    motion: motions[i]!,
    mark: markOf(i),
    frameOf: (frame) => clock.frameOf(i, frame),
  }));
}
