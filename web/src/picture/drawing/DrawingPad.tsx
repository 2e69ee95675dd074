import type { Drawing, Stroke } from '@undulan/contract';
import type { MotionDocument } from '@undulan/core';
import { clsx } from 'clsx';
import { type PointerEvent, useState } from 'react';
import { usePointerDrag } from '../../ui/index.ts';
import { DrawnStrokes } from './DrawnStrokes.tsx';
import { GhostHandle, HANDLE_AT } from './GhostHandle.tsx';
import { lineWidthOn, type Spot, strokeOf } from './strokes.ts';
import { useGhosts } from './use-ghosts.ts';

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

const LEAST_PX = 3;

/**
 * Lies over a picture: pen, arrow and arc follow the pointer; a subject's corrected pose is dragged from where it is,
 * and turned by its handle.
 */
export function DrawingPad({ motion, frame, drawing, spot, tool, subjectAt, onDrawing, onSpot }: DrawingPadProps) {
  const { widthPx, heightPx } = motion.stage;
  const [way, setWay] = useState<Spot[]>([]);
  const width = lineWidthOn(widthPx);
  const ghosts = useGhosts(motion, frame, drawing, onDrawing);

  const place = (event: PointerEvent<Element>, svg: Element): Spot => {
    const box = svg.getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * widthPx,
      y: ((event.clientY - box.top) / box.height) * heightPx,
    };
  };
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

  const ghostAt = (at: Spot): string | null =>
    drawing.ghosts.find((ghost) => {
      const stands = ghosts.standing(ghost);
      return stands && Math.hypot(stands.x - at.x, stands.y - at.y) < width * HANDLE_AT * 0.8;
    })?.subjectId ?? null;
  const press = (event: PointerEvent<SVGSVGElement>): void => {
    const svg = event.currentTarget;
    const at = place(event, svg);
    if (!tool) return;
    if (tool === 'spot') onSpot({ x: Math.round(at.x), y: Math.round(at.y) });
    else if (tool === 'pose') {
      const canvas = svg.parentElement?.querySelector('canvas');
      const subjectId = ghostAt(at) ?? (canvas ? subjectAt(at, canvas) : null);
      if (subjectId) ghosts.grab(event, subjectId, null, svg);
    } else draw(event, { start: at, kind: tool, pxPerPx: widthPx / svg.getBoundingClientRect().width });
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
          const stands = ghosts.standing(ghost);
          return (
            stands && (
              <GhostHandle
                key={ghost.subjectId}
                stands={stands}
                turn={ghost.turn}
                width={width}
                onKeyDown={(event) => ghosts.nudge(event, ghost)}
                onTurn={(event) => {
                  const svg = event.currentTarget.ownerSVGElement!;
                  ghosts.grab(event, ghost.subjectId, place(event, svg), svg);
                }}
              />
            )
          );
        })}
    </svg>
  );
}
