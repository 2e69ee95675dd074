import { ellipsePath, type GuidePath, type PathPoint, type Point } from '@undulan/core';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { usePointerDrag } from '../../ui/index.ts';
import { placeOn, StageOverlay } from '../stage/index.ts';
import { closesItself, fitLine, type PenPoint } from './fit-line.ts';
import { pathOf } from './PointsPad.tsx';
import type { ToolSettings } from './tool.ts';
import { useNewPath } from './use-new-path.ts';

const NONE: Point = { x: 0, y: 0 };
/** So near its first point, on screen, a press closes the path. */
const CLOSING_PX = 12;

/**
 * Lies over the picture: a guide path is put down point by point (a drag makes a point round) or drawn by hand. The
 * selected subject goes onto it, and travels at once.
 */
export function PathPad({ settings, scale }: { settings: ToolSettings; scale: number }) {
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const put = useNewPath();
  const layer = useRef<SVGSVGElement>(null);
  const [points, setPoints] = useState<PathPoint[]>([]);
  const [way, setWay] = useState<PenPoint[]>([]);
  const [roundPath, setRound] = useState<GuidePath | null>(null);
  const [pointer, setPointer] = useState<Point | null>(null);

  const keep = (made: readonly PathPoint[], closed: boolean): void => {
    setPoints([]);
    put(made, closed);
  };
  const at = (xPx: number, yPx: number): Point => placeOn(layer.current!, motion.stage, { clientX: xPx, clientY: yPx });
  const round = usePointerDrag<PathPoint[]>({
    onMove: (before, { dxPx, dyPx }) => {
      const out = { x: dxPx / scale, y: dyPx / scale };
      setPoints([...before.slice(0, -1), { ...before.at(-1)!, out, in: { x: -out.x, y: -out.y } }]);
    },
    onEnd: () => undefined,
    onCancel: () => setPoints(points.slice(0, -1)),
  });
  const byHand = usePointerDrag<Point>({
    onMove: (from, { xPx, yPx }) =>
      setWay((known) => [...(known.length === 0 ? [{ ...from, press: 0.5 }] : known), { ...at(xPx, yPx), press: 0.5 }]),
    onEnd: () => {
      const made = fitLine(way, settings.smooth);
      const closed = closesItself(way);
      setWay([]);
      if (!made) return;
      // One that closes comes back to its first point itself.
      keep(closed ? made.slice(0, -1).with(0, { ...made[0]!, in: made.at(-1)!.in }) : made, closed);
    },
    onCancel: () => setWay([]),
  });
  const ellipseTo = (middle: Point, xPx: number, yPx: number, isCircle: boolean): GuidePath => {
    const to = at(xPx, yPx);
    const [rx, ry] = [Math.abs(to.x - middle.x), Math.abs(to.y - middle.y)];
    const radius = Math.max(rx, ry);
    return ellipsePath('round', 'round', middle, isCircle ? radius : rx, isCircle ? radius : ry);
  };
  const aboutMiddle = usePointerDrag<Point>({
    onMove: (middle, { xPx, yPx, shiftKey }) => setRound(ellipseTo(middle, xPx, yPx, shiftKey)),
    onEnd: (middle, { xPx, yPx, shiftKey }) => {
      setRound(null);
      keep(ellipseTo(middle, xPx, yPx, shiftKey).points, true);
    },
    onCancel: () => setRound(null),
  });
  const press = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button !== 0) return;
    clock.stop();
    const place = placeOn(event.currentTarget, motion.stage, event);
    if (settings.path === 'round') {
      aboutMiddle(event, place);
      return;
    }
    if (settings.path === 'hand') {
      byHand(event, place);
      return;
    }
    const [first] = points;
    if (first && points.length > 1 && Math.hypot(first.x - place.x, first.y - place.y) * scale < CLOSING_PX) {
      keep(points, true);
      return;
    }
    const rounded = { x: Math.round(place.x * 10) / 10, y: Math.round(place.y * 10) / 10 };
    const next = [...points, { ...rounded, in: NONE, out: NONE }];
    setPoints(next);
    round(event, next);
  };
  useEffect(() => {
    const type = (event: globalThis.KeyboardEvent | KeyboardEvent): void => {
      if (points.length === 0) return;
      if (event.key === 'Enter') keep(points, false);
      else if (event.key === 'Escape') setPoints([]);
      else if (event.key === 'Backspace') setPoints(points.slice(0, -1));
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', type, true);
    return () => window.removeEventListener('keydown', type, true);
  });
  const px = 1 / scale;
  const shown = pointer && points.length > 0 ? [...points, { ...pointer, in: NONE, out: NONE }] : points;
  return (
    <StageOverlay
      ref={layer}
      stage={motion.stage}
      takesPointer
      label={
        points.length === 0
          ? 'Press for the first point of a path'
          : `${points.length} points: press for the next, Enter ends the path, the first point closes it`
      }
      onPointerDown={press}
      onPointerMove={(event) => setPointer(placeOn(event.currentTarget, motion.stage, event))}
      onDoubleClick={() => keep(points.slice(0, -1), false)}
    >
      <path d={pathOf(shown, false)} fill="none" stroke="#7a4a9e" strokeWidth={2 * px} strokeDasharray={`${6 * px}`} />
      <polyline
        points={way.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="#7a4a9e"
        strokeWidth={2 * px}
      />
      {roundPath && <path d={pathOf(roundPath.points, true)} fill="none" stroke="#7a4a9e" strokeWidth={2 * px} />}
      {points.map((point, i) => (
        <circle
          key={i}
          cx={point.x}
          cy={point.y}
          r={(i === 0 ? 6 : 4) * px}
          fill="var(--page)"
          stroke="#7a4a9e"
          strokeWidth={2 * px}
        />
      ))}
    </StageOverlay>
  );
}
