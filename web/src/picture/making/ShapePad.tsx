import type { Point } from '@undulan/core';
import { useRef, useState } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { type DragMove, usePointerDrag } from '../../ui/index.ts';
import { placeOn, StageOverlay } from '../stage/index.ts';
import { lookOfSettings, type ToolSettings } from './tool.ts';
import { useNewSubject } from './use-new-subject.ts';

/** A press without a drag makes one of this size. */
const USUAL_PX = 90;

/** The box from one corner to the other; with Shift as wide as high. */
function boxOf(from: Point, to: Point, square: boolean): { x: number; y: number; width: number; height: number } {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const side = Math.max(Math.abs(dx), Math.abs(dy));
  const [width, height] = square ? [side, side] : [Math.abs(dx), Math.abs(dy)];
  return { x: dx < 0 ? from.x - width : from.x, y: dy < 0 ? from.y - height : from.y, width, height };
}

/** Lies over the picture: a shape is drawn from corner to corner, a line from end to end. */
export function ShapePad({ settings }: { settings: ToolSettings }) {
  const clock = useClock();
  const { stage } = useAppSelector(selectMotion)!;
  const create = useNewSubject();
  const layer = useRef<SVGSVGElement>(null);
  const [drawn, setDrawn] = useState<{ from: Point; to: Point; square: boolean } | null>(null);
  const isLine = settings.shape === 'line';
  const at = ({ xPx, yPx }: DragMove): Point => placeOn(layer.current!, stage, { clientX: xPx, clientY: yPx });
  const drag = usePointerDrag<Point>({
    onMove: (from, move) => setDrawn({ from, to: at(move), square: move.shiftKey }),
    onEnd: (from, move) => {
      setDrawn(null);
      const to = at(move);
      if (isLine) {
        const [dx, dy] = [to.x - from.x, to.y - from.y];
        const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
        const turn = move.shiftKey ? Math.round(angle / 15) * 15 : Math.round(angle * 10) / 10;
        const look = lookOfSettings(settings, Math.hypot(dx, dy), 1);
        create(look, { x: from.x + dx / 2, y: from.y + dy / 2 }, { turn });
        return;
      }
      const { x, y, width, height } = boxOf(from, to, move.shiftKey);
      create(lookOfSettings(settings, width, height), { x: x + width / 2, y: y + height / 2 });
    },
    onClick: (from) => create(lookOfSettings(settings, USUAL_PX, isLine ? 1 : USUAL_PX), from),
    onCancel: () => setDrawn(null),
  });
  const box = drawn && boxOf(drawn.from, drawn.to, drawn.square);
  return (
    <StageOverlay
      ref={layer}
      stage={stage}
      takesPointer
      label="Drag from corner to corner for a new shape"
      onPointerDown={(event) => {
        clock.stop();
        drag(event, placeOn(event.currentTarget, stage, event));
      }}
    >
      {drawn && isLine && (
        <line
          x1={drawn.from.x}
          y1={drawn.from.y}
          x2={drawn.to.x}
          y2={drawn.to.y}
          stroke={settings.stroke}
          strokeWidth={settings.strokePx}
        />
      )}
      {box && !isLine && (
        <>
          <rect {...box} fill={settings.fill} fillOpacity={0.35} stroke="#2456a6" strokeDasharray="6 4" />
          <text x={box.x + box.width + 8} y={box.y + box.height} fontSize={13} className="figures" fill="var(--ink)">
            {Math.round(box.width)} × {Math.round(box.height)}
          </text>
        </>
      )}
    </StageOverlay>
  );
}
