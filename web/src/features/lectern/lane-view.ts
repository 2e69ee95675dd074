import {
  applyTo,
  type Board,
  type BoardClock,
  boxOfLook,
  exposedFrame,
  type MotionDocument,
  seenPose,
} from '@undulan/core';
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

/**
 * The part of the stage where something moves in any of the motions, with room about it; all of it where nothing does.
 */
export function movingPart(motions: readonly MotionDocument[]): StagePart {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const motion of motions) {
    const { first, last } = motion.range;
    const step = Math.max(1, Math.ceil((last - first + 1) / MOST_FRAMES));
    const moving = motion.subjects.filter(({ locked, visible, look }) => !locked && visible && look.shape !== 'camera');
    for (const subject of moving) {
      const box = boxOfLook(subject.look);
      for (let frame = first; frame <= last; frame += step) {
        const pose = seenPose(motion, subject, exposedFrame(frame, first, subject.exposure));
        if (!pose) continue;
        for (const corner of [
          { x: box.left, y: box.top },
          { x: box.right, y: box.top },
          { x: box.left, y: box.bottom },
          { x: box.right, y: box.bottom },
        ]) {
          const { x, y } = applyTo(pose, corner);
          [left, right] = [Math.min(left, x), Math.max(right, x)];
          [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
        }
      }
    }
  }
  const stage = motions[0]!.stage;
  if (left > right) return { left: 0, top: 0, widthPx: stage.widthPx, heightPx: stage.heightPx };
  const room = MARGIN * Math.max(right - left, bottom - top, 120);
  return { left: left - room, top: top - room, widthPx: right - left + 2 * room, heightPx: bottom - top + 2 * room };
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
