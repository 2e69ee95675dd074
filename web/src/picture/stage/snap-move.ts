import {
  applyTo,
  boxOfLook,
  exposedFrame,
  type LookBox,
  type MotionDocument,
  seenPose,
  type Subject,
} from '@undulan/core';
import { lookStateAt } from './draw-scene.ts';

/** The box that a subject fills in the picture on a frame; null where it is behind the eye. */
export function boxInPicture(motion: MotionDocument, subject: Subject, at: number): LookBox | null {
  const frame = exposedFrame(at, motion.range.first, subject.exposure);
  const pose = seenPose(motion, subject, frame);
  if (!pose) return null;
  const { left, top, right, bottom } = boxOfLook(subject.look, lookStateAt(subject, frame).drawing);
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ].map((corner) => applyTo(pose, corner));
  return {
    left: Math.min(...corners.map(({ x }) => x)),
    right: Math.max(...corners.map(({ x }) => x)),
    top: Math.min(...corners.map(({ y }) => y)),
    bottom: Math.max(...corners.map(({ y }) => y)),
  };
}

/** What a moved box is drawn to: places across and down the picture. */
export interface SnapTargets {
  xs: number[];
  ys: number[];
}

/** The stage's edges and middle, and those of every other subject that is seen. */
export function snapTargets(motion: MotionDocument, subjectId: string, frame: number): SnapTargets {
  const { widthPx, heightPx } = motion.stage;
  const boxes = motion.subjects
    .filter(({ id, visible, parentId }) => id !== subjectId && visible && parentId !== subjectId)
    .flatMap((subject) => boxInPicture(motion, subject, frame) ?? []);
  return {
    xs: [0, widthPx / 2, widthPx, ...boxes.flatMap(({ left, right }) => [left, (left + right) / 2, right])],
    ys: [0, heightPx / 2, heightPx, ...boxes.flatMap(({ top, bottom }) => [top, (top + bottom) / 2, bottom])],
  };
}

export interface SnappedMove {
  dx: number;
  dy: number;
  /** Where it was drawn to, to be shown. */
  x: number | null;
  y: number | null;
}

function nearest(
  places: readonly number[],
  targets: readonly number[],
  reach: number,
): { by: number; at: number } | null {
  let best: { by: number; at: number } | null = null;
  for (const place of places) {
    for (const at of targets) {
      const by = at - place;
      if (Math.abs(by) <= reach && (!best || Math.abs(by) < Math.abs(best.by))) best = { by, at };
    }
  }
  return best;
}

/** A move of a box, drawn to what its edges or its middle come near to, each way apart. */
export function snapMove(box: LookBox, { xs, ys }: SnapTargets, dx: number, dy: number, reach: number): SnappedMove {
  const across = nearest([box.left + dx, (box.left + box.right) / 2 + dx, box.right + dx], xs, reach);
  const down = nearest([box.top + dy, (box.top + box.bottom) / 2 + dy, box.bottom + dy], ys, reach);
  return {
    dx: dx + (across?.by ?? 0),
    dy: dy + (down?.by ?? 0),
    x: across?.at ?? null,
    y: down?.at ?? null,
  };
}
