import type { Drawing, Ghost, Stroke } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { usePointerDrag } from '../../ui/index.ts';
import { pivotOnStage } from '../stage/index.ts';
import { DrawnStrokes } from './DrawnStrokes.tsx';
import { DRAWING_COLOUR, lineWidthOn, type Spot, strokeOf } from './strokes.ts';

export type DrawingTool = Stroke['kind'] | 'pose' | 'spot';

interface DrawingPadProps {
  motion: MotionDocument;
  /** The motion's own frame that is drawn over. */
  frame: number;
  drawing: Drawing;
  spot: Spot | null;
  /** Null only shows what is drawn. */
  tool: DrawingTool | null;
  /** Which subject a press of the pose tool takes hold of. */
  subjectAt: (spot: Spot, canvas: HTMLCanvasElement) => string | null;
  onDrawing: (drawing: Drawing) => void;
  onSpot: (spot: Spot) => void;
}

interface GhostGrab {
  ghost: Ghost;
  pxPerPx: number;
  /** Where the pointer was about the pivot, for a turn; null moves it. */
  from: Spot | null;
  pivot: Spot;
}

/** The turning handle stands so far above the pivot, in line widths. */
const HANDLE_AT = 16;
const LEAST_PX = 3;
const NUDGES: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function angleAbout(pivot: Spot, spot: Spot): number {
  return (Math.atan2(spot.y - pivot.y, spot.x - pivot.x) * 180) / Math.PI;
}

/**
 * Lies over a picture: pen, arrow and arc follow the pointer; a subject's corrected pose is dragged from where it is,
 * and turned by its handle.
 */
export function DrawingPad({ motion, frame, drawing, spot, tool, subjectAt, onDrawing, onSpot }: DrawingPadProps) {
  const { widthPx, heightPx } = motion.stage;
  const [way, setWay] = useState<Spot[]>([]);
  const beforeDrag = useRef(drawing);
  const width = lineWidthOn(widthPx);
  const withGhost = (ghost: Ghost): void =>
    onDrawing({
      ...drawing,
      ghosts: [...drawing.ghosts.filter((other) => other.subjectId !== ghost.subjectId), ghost],
    });

  const place = (event: PointerEvent<Element>, svg: Element): Spot => {
    const box = svg.getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * widthPx,
      y: ((event.clientY - box.top) / box.height) * heightPx,
    };
  };
  const dragged = ({ ghost, pxPerPx, from, pivot }: GhostGrab, dxPx: number, dyPx: number): Ghost => {
    const [dx, dy] = [dxPx * pxPerPx, dyPx * pxPerPx];
    if (!from) return { ...ghost, dx: Math.round(ghost.dx + dx), dy: Math.round(ghost.dy + dy) };
    return {
      ...ghost,
      turn: Math.round(ghost.turn + angleAbout(pivot, { x: from.x + dx, y: from.y + dy }) - angleAbout(pivot, from)),
    };
  };
  const drag = usePointerDrag<GhostGrab>({
    onMove: (grab, { dxPx, dyPx }) => withGhost(dragged(grab, dxPx, dyPx)),
    onEnd: (grab, { dxPx, dyPx }) => withGhost(dragged(grab, dxPx, dyPx)),
    onCancel: () => onDrawing(beforeDrag.current),
  });
  const draw = usePointerDrag<{ start: Spot; kind: Stroke['kind']; pxPerPx: number }>({
    onMove: ({ start, pxPerPx }, { dxPx, dyPx }) =>
      setWay((known) => [
        ...(known.length === 0 ? [start] : known),
        { x: start.x + dxPx * pxPerPx, y: start.y + dyPx * pxPerPx },
      ]),
    onEnd: ({ kind }) => {
      const stroke = strokeOf(kind, way, LEAST_PX);
      setWay([]);
      if (stroke) onDrawing({ ...drawing, strokes: [...drawing.strokes, stroke] });
    },
    onCancel: () => setWay([]),
  });

  const grabGhost = (event: PointerEvent<Element>, subjectId: string, from: Spot | null, svg: Element): void => {
    const subject = motion.subjects.find((other) => other.id === subjectId);
    if (!subject) return;
    const ghost = drawing.ghosts.find((other) => other.subjectId === subjectId) ?? { subjectId, dx: 0, dy: 0, turn: 0 };
    const stands = pivotOnStage(motion, subject, frame);
    beforeDrag.current = drawing;
    drag(event, {
      ghost,
      from,
      pivot: { x: stands.x + ghost.dx, y: stands.y + ghost.dy },
      pxPerPx: widthPx / svg.getBoundingClientRect().width,
    });
  };
  const press = (event: PointerEvent<SVGSVGElement>): void => {
    const svg = event.currentTarget;
    const at = place(event, svg);
    if (!tool) return;
    if (tool === 'spot') onSpot({ x: Math.round(at.x), y: Math.round(at.y) });
    else if (tool === 'pose') {
      const canvas = svg.parentElement?.querySelector('canvas');
      const subjectId = ghostAt(at) ?? (canvas ? subjectAt(at, canvas) : null);
      if (subjectId) grabGhost(event, subjectId, null, svg);
    } else draw(event, { start: at, kind: tool, pxPerPx: widthPx / svg.getBoundingClientRect().width });
  };
  const standing = (ghost: Ghost): Spot | null => {
    const subject = motion.subjects.find((other) => other.id === ghost.subjectId);
    if (!subject) return null;
    const { x, y } = pivotOnStage(motion, subject, frame);
    return { x: x + ghost.dx, y: y + ghost.dy };
  };
  const ghostAt = (at: Spot): string | null =>
    drawing.ghosts.find((ghost) => {
      const stands = standing(ghost);
      return stands && Math.hypot(stands.x - at.x, stands.y - at.y) < width * HANDLE_AT * 0.8;
    })?.subjectId ?? null;
  const nudge = (event: KeyboardEvent, ghost: Ghost): void => {
    const way = NUDGES[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : 1;
    withGhost(
      event.altKey
        ? { ...ghost, turn: ghost.turn + way[0] * by }
        : { ...ghost, dx: ghost.dx + way[0] * by, dy: ghost.dy + way[1] * by },
    );
  };

  const underWay = tool && tool !== 'pose' && tool !== 'spot' ? strokeOf(tool, way, LEAST_PX) : null;
  return (
    <svg
      viewBox={`0 0 ${widthPx} ${heightPx}`}
      role="group"
      aria-label={tool ? 'Drawing over the frame' : 'Drawn over the frame'}
      className={clsx('absolute inset-0 h-full w-full', tool ? 'cursor-crosshair touch-none' : 'pointer-events-none')}
      onPointerDown={press}
    >
      <DrawnStrokes
        strokes={underWay ? [...drawing.strokes, underWay] : drawing.strokes}
        spot={spot}
        stageWidthPx={widthPx}
      />
      {tool === 'pose' &&
        drawing.ghosts.map((ghost) => {
          const stands = standing(ghost);
          if (!stands) return null;
          const angle = ((ghost.turn - 90) * Math.PI) / 180;
          const knob = {
            x: stands.x + Math.cos(angle) * width * HANDLE_AT,
            y: stands.y + Math.sin(angle) * width * HANDLE_AT,
          };
          return (
            <g
              key={ghost.subjectId}
              role="button"
              tabIndex={0}
              aria-label="Corrected pose"
              aria-description="Arrow keys move it, with Shift by ten; with Alt, left and right turn it."
              onKeyDown={(event) => nudge(event, ghost)}
            >
              <line
                x1={stands.x}
                y1={stands.y}
                x2={knob.x}
                y2={knob.y}
                stroke={DRAWING_COLOUR}
                strokeWidth={width * 0.5}
              />
              <circle cx={stands.x} cy={stands.y} r={width * 1.4} fill={DRAWING_COLOUR} />
              <circle
                cx={knob.x}
                cy={knob.y}
                r={width * 3}
                fill="var(--page)"
                stroke={DRAWING_COLOUR}
                strokeWidth={width * 0.6}
                className="cursor-grab"
                onPointerDown={(event) => {
                  event.stopPropagation();
                  const svg = event.currentTarget.ownerSVGElement!;
                  grabGhost(event, ghost.subjectId, place(event, svg), svg);
                }}
              >
                <title>Drag to turn</title>
              </circle>
            </g>
          );
        })}
    </svg>
  );
}
