import { boxOfLines, type DrawnLine, type Look, lookOfDrawings } from '@undulan/core';
import { type PointerEvent, useRef, useState } from 'react';
import { applyEdit, selectMotion, selectSettledSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock } from '../../time/index.ts';
import { placeOn, StageOverlay } from '../stage/index.ts';
import { closesItself, fitLine, type PenPoint } from './fit-line.ts';
import { intoLook } from './into-look.ts';
import type { ToolSettings } from './tool.ts';
import { useNewSubject } from './use-new-subject.ts';

interface DrawPadProps {
  tool: 'pencil' | 'brush';
  settings: ToolSettings;
}

/** A mouse has no pressure, and says so. */
const USUAL_PRESS = 0.5;

/** Lies over the picture: what the pen draws becomes a line of the drawing that is up, or a subject of its own. */
export function DrawPad({ tool, settings }: DrawPadProps) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSettledSubject);
  const create = useNewSubject();
  const layer = useRef<SVGSVGElement>(null);
  const [way, setWay] = useState<PenPoint[]>([]);
  const onto = settings.onto && subject?.look.shape === 'drawn' && !subject.locked ? subject : null;

  const finish = (drawn: readonly PenPoint[]): void => {
    const own = onto && intoLook(motion, onto.id, clock.frame);
    const points = fitLine(own ? drawn.map((point) => ({ ...point, ...own(point) })) : drawn, settings.smooth);
    if (!points) return;
    const line: DrawnLine = {
      closed: settings.closes || closesItself(drawn),
      ...(tool === 'brush' && { brush: true }),
      points,
    };
    if (onto) {
      const { hollow, fill, stroke, strokePx } = settings;
      const styled = { ...line, fill: hollow ? null : fill, stroke, strokePx };
      dispatch(applyEdit({ operation: 'drawLine', args: [onto.id, clock.frame, styled] }));
    } else create(...newDrawing(line, settings));
  };

  const press = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button !== 0) return;
    clock.stop();
    const svg = event.currentTarget;
    const { pointerId } = event;
    const penAt = (at: globalThis.PointerEvent | PointerEvent): PenPoint => ({
      ...placeOn(svg, motion.stage, at),
      press: at.pointerType === 'mouse' ? USUAL_PRESS : at.pressure,
    });
    let drawn = [penAt(event)];
    svg.setPointerCapture(pointerId);
    const move = (at: globalThis.PointerEvent): void => {
      if (at.pointerId !== pointerId) return;
      // All the places between two pictures, where the browser tells them.
      const all = at.getCoalescedEvents();
      drawn = [...drawn, ...(all.length > 0 ? all : [at]).map(penAt)];
      setWay(drawn);
    };
    const end = (): void => {
      svg.removeEventListener('pointermove', move);
      svg.removeEventListener('pointerup', up);
      svg.removeEventListener('pointercancel', end);
      window.removeEventListener('keydown', escape, true);
      setWay([]);
    };
    const up = (): void => {
      end();
      finish(drawn);
    };
    const escape = (key: KeyboardEvent): void => {
      if (key.key === 'Escape') end();
    };
    svg.addEventListener('pointermove', move);
    svg.addEventListener('pointerup', up);
    svg.addEventListener('pointercancel', end);
    window.addEventListener('keydown', escape, true);
  };

  return (
    <StageOverlay
      ref={layer}
      stage={motion.stage}
      takesPointer
      label={
        onto
          ? `Drawing onto ${onto.name}, frame ${formatFrames(clock.frame)}`
          : 'Drawing on the stage: a line is a new subject'
      }
      onPointerDown={press}
    >
      <polyline
        points={way.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill={settings.closes && !settings.hollow ? settings.fill : 'none'}
        fillOpacity={0.5}
        stroke={settings.stroke}
        strokeWidth={settings.strokePx}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </StageOverlay>
  );
}

/** A subject of one line, in its middle. */
function newDrawing(
  line: DrawnLine,
  { fill, hollow, stroke, strokePx }: ToolSettings,
): [Look, { x: number; y: number }] {
  const box = boxOfLines([line])!;
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  const points = line.points.map((point) => ({ ...point, x: point.x - middle.x, y: point.y - middle.y }));
  const look: Look = { shape: 'drawn', widthPx: 1, heightPx: 1, fill, stroke, strokePx, ...(hollow && { hollow }) };
  return [lookOfDrawings(look, [{ lines: [{ ...line, points }] }]), middle];
}
