import type { Stage } from '@undulan/core';
import { type PointerEvent, useRef, useState } from 'react';
import { usePointerDrag } from '../../ui/index.ts';
import { gridLines, gridStep, sayPlace, type StageLines, useStageGrid } from './stage-grid.ts';

/** Rulers are so wide, on screen. */
const RULER_PX = 15;
const PLUM = '#7a4a9e';

type Axis = keyof StageLines;

interface Dragged {
  axis: Axis;
  /** Its place in the list; one more than there are for a new one. */
  at: number;
}

/** Over the picture: rulers in px or metres, a grid, and lines dragged out of the rulers; subjects snap to them. */
export function StageGrid({ stage, scale }: { stage: Stage; scale: number }) {
  const [grid, setGrid] = useStageGrid();
  const layer = useRef<SVGSVGElement>(null);
  const [moving, setMoving] = useState<{ dragged: Dragged; place: number } | null>(null);
  const placeOf = (axis: Axis, xPx: number, yPx: number): number => {
    const box = layer.current!.getBoundingClientRect();
    const share = axis === 'xs' ? (xPx - box.left) / box.width : (yPx - box.top) / box.height;
    return Math.round(share * (axis === 'xs' ? stage.widthPx : stage.heightPx));
  };
  const drag = usePointerDrag<Dragged>({
    onMove: (dragged, { xPx, yPx }) => setMoving({ dragged, place: placeOf(dragged.axis, xPx, yPx) }),
    onEnd: ({ axis, at }, { xPx, yPx }) => {
      const place = placeOf(axis, xPx, yPx);
      setMoving(null);
      const isKept = place * scale > RULER_PX && place <= (axis === 'xs' ? stage.widthPx : stage.heightPx);
      const others = grid.lines[axis].toSpliced(at, 1);
      // Back on its ruler a line is gone.
      setGrid({ lines: { ...grid.lines, [axis]: isKept ? [...others, place] : others } });
    },
    onCancel: () => setMoving(null),
  });
  if (!grid.shown) return null;
  const { widthPx, heightPx } = stage;
  const px = 1 / scale;
  const step = gridStep(stage, grid.unit, scale);
  const [xs, ys] = [gridLines(widthPx, step), gridLines(heightPx, step)];
  const ruler = RULER_PX * px;
  const shown = (axis: Axis): number[] =>
    grid.lines[axis].map((place, at) =>
      moving?.dragged.axis === axis && moving.dragged.at === at ? moving.place : place,
    );
  const grab = (event: PointerEvent, axis: Axis, at: number): void => {
    event.stopPropagation();
    drag(event, { axis, at });
  };
  const isNew = moving && moving.dragged.at === grid.lines[moving.dragged.axis].length;
  const line = (axis: Axis, place: number) =>
    axis === 'xs' ? { x1: place, x2: place, y1: 0, y2: heightPx } : { x1: 0, x2: widthPx, y1: place, y2: place };
  return (
    <svg
      ref={layer}
      viewBox={`0 0 ${widthPx} ${heightPx}`}
      role="group"
      aria-label="Rulers and grid"
      className="pointer-events-none absolute inset-0 h-full w-full"
    >
      <g stroke="var(--ink)" strokeOpacity={0.12} strokeWidth={px}>
        {xs.map((x) => (
          <line key={`x ${x}`} {...line('xs', x)} />
        ))}
        {ys.map((y) => (
          <line key={`y ${y}`} {...line('ys', y)} />
        ))}
      </g>
      {(['xs', 'ys'] as const).map((axis) =>
        shown(axis).map((place, at) => (
          <g key={`${axis} ${at}`} className="pointer-events-auto cursor-move touch-none">
            <line {...line(axis, place)} stroke={PLUM} strokeWidth={px} />
            <line
              role="img"
              aria-label={`Line at ${sayPlace(place, grid.unit, stage)} ${grid.unit}`}
              {...line(axis, place)}
              stroke="transparent"
              strokeWidth={9 * px}
              onPointerDown={(event) => grab(event, axis, at)}
            >
              <title>Drag it; back on its ruler it is gone</title>
            </line>
          </g>
        )),
      )}
      {isNew && <line {...line(moving.dragged.axis, moving.place)} stroke={PLUM} strokeWidth={px} />}
      <g fontSize={9 * px} fill="var(--faint)" className="figures">
        {(['ys', 'xs'] as const).map((axis) => (
          <rect
            key={axis}
            role="img"
            aria-label={
              axis === 'ys' ? 'Ruler above: drag a line out of it' : 'Ruler at the left: drag a line out of it'
            }
            width={axis === 'ys' ? widthPx : ruler}
            height={axis === 'ys' ? ruler : heightPx}
            fill="var(--page)"
            fillOpacity={0.85}
            stroke="var(--rule)"
            strokeWidth={px}
            className="pointer-events-auto cursor-crosshair touch-none"
            onPointerDown={(event) => grab(event, axis, grid.lines[axis].length)}
          />
        ))}
        {xs.slice(1).map((x) => (
          <text key={x} x={x + 2 * px} y={11 * px}>
            {sayPlace(x, grid.unit, stage)}
          </text>
        ))}
        {ys.slice(1).map((y) => (
          <text key={y} x={2 * px} y={y - 2 * px}>
            {sayPlace(y, grid.unit, stage)}
          </text>
        ))}
      </g>
      <g
        role="button"
        tabIndex={0}
        aria-label={`Measured in ${grid.unit}`}
        className="pointer-events-auto cursor-pointer"
        onPointerDown={(event) => event.stopPropagation()}
        onClick={() => setGrid({ unit: grid.unit === 'px' ? 'm' : 'px' })}
        onKeyDown={(event) => event.key === 'Enter' && setGrid({ unit: grid.unit === 'px' ? 'm' : 'px' })}
      >
        <title>Pixels or metres</title>
        <rect width={ruler} height={ruler} fill="var(--page)" stroke="var(--rule)" strokeWidth={px} />
        <text x={ruler / 2} y={11 * px} fontSize={9 * px} textAnchor="middle" fill="var(--accent)">
          {grid.unit}
        </text>
      </g>
    </svg>
  );
}
