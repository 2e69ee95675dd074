import type { Drawing, Ghost } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { usePointerDrag } from '../../ui/index.ts';
import { pivotOnStage } from '../stage/index.ts';
import type { Spot } from './strokes.ts';

interface GhostGrab {
  ghost: Ghost;
  pxPerPx: number;
  /** Where the pointer was about the pivot, for a turn; null moves it. */
  from: Spot | null;
  pivot: Spot;
}

const NUDGES: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function angleAbout(pivot: Spot, spot: Spot): number {
  return (Math.atan2(spot.y - pivot.y, spot.x - pivot.x) * 180) / Math.PI;
}

function dragged({ ghost, pxPerPx, from, pivot }: GhostGrab, dxPx: number, dyPx: number): Ghost {
  const [dx, dy] = [dxPx * pxPerPx, dyPx * pxPerPx];
  if (!from) return { ...ghost, dx: Math.round(ghost.dx + dx), dy: Math.round(ghost.dy + dy) };
  return {
    ...ghost,
    turn: Math.round(ghost.turn + angleAbout(pivot, { x: from.x + dx, y: from.y + dy }) - angleAbout(pivot, from)),
  };
}

interface Ghosts {
  /** Where a corrected pose has its pivot; null where its subject is gone. */
  standing: (ghost: Ghost) => Spot | null;
  /** Takes hold of a subject's corrected pose: to turn it `from` there, or to move it. */
  grab: (event: PointerEvent<Element>, subjectId: string, from: Spot | null, svg: Element) => void;
  nudge: (event: KeyboardEvent, ghost: Ghost) => void;
}

/** The corrected poses of a drawing, as they are dragged, turned and nudged. */
export function useGhosts(
  motion: MotionDocument,
  frame: number,
  drawing: Drawing,
  onDrawing: (drawing: Drawing) => void,
): Ghosts {
  const beforeDrag = useRef(drawing);
  const put = (ghost: Ghost): void =>
    onDrawing({
      ...drawing,
      ghosts: [...drawing.ghosts.filter((other) => other.subjectId !== ghost.subjectId), ghost],
    });
  const drag = usePointerDrag<GhostGrab>({
    onMove: (grab, { dxPx, dyPx }) => put(dragged(grab, dxPx, dyPx)),
    onEnd: (grab, { dxPx, dyPx }) => put(dragged(grab, dxPx, dyPx)),
    onCancel: () => onDrawing(beforeDrag.current),
  });
  const standing = (ghost: Ghost): Spot | null => {
    const subject = motion.subjects.find((other) => other.id === ghost.subjectId);
    if (!subject) return null;
    const { x, y } = pivotOnStage(motion, subject, frame);
    return { x: x + ghost.dx, y: y + ghost.dy };
  };
  return {
    standing,
    grab: (event, subjectId, from, svg) => {
      const ghost = drawing.ghosts.find((other) => other.subjectId === subjectId) ?? {
        subjectId,
        dx: 0,
        dy: 0,
        turn: 0,
      };
      const pivot = standing(ghost);
      if (!pivot) return;
      beforeDrag.current = drawing;
      drag(event, { ghost, from, pivot, pxPerPx: motion.stage.widthPx / svg.getBoundingClientRect().width });
    },
    nudge: (event, ghost) => {
      const way = NUDGES[event.key];
      if (!way) return;
      event.preventDefault();
      event.stopPropagation();
      const by = event.shiftKey ? 10 : 1;
      put(
        event.altKey
          ? { ...ghost, turn: ghost.turn + way[0] * by }
          : { ...ghost, dx: ghost.dx + way[0] * by, dy: ghost.dy + way[1] * by },
      );
    },
  };
}
