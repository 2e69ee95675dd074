import type { Channel } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import {
  builtInCrowd,
  type Columns,
  crowding,
  crowdRadius,
  type CurveLook,
  hairlinePx,
  isInColumns,
  paintCurveLine,
  ringPainter,
} from '../kit/index.ts';
import { isComputed, shownHandles } from './shown-handles.ts';

/**
 * How large the ring of a key is where there is room, in px of radius; smaller on a curve that is not the one worked
 * on.
 */
export const RING_PX = { own: 5.5, other: 3.5 };
/** Side of the square at a handle's end, in px. */
const HANDLE_PX = 8;

export interface PaintedCurve extends CurveLook {
  /** Frames of selected keys. */
  selected: readonly number[];
  /** Radius of a key's ring where there is room, in a crowd of a selected one's; null paints no keys. */
  ringPx: number | null;
}

export interface CurvesPainting {
  curves: readonly PaintedCurve[];
  scale: TimeScale;
}

/** Paints curves, the last on top. */
export function paintCurves(
  context: CanvasRenderingContext2D,
  { curves, scale }: CurvesPainting,
  columns: Columns,
): void {
  for (const curve of curves) paintCurve(context, curve, scale, columns);
}

/**
 * Paints what of a curve is in the columns: the line, its keys as rings, and handles on selected ones. In a crowd lines
 * are thin and rings small but for selected ones, unless they are very many.
 */
function paintCurve(context: CanvasRenderingContext2D, curve: PaintedCurve, scale: TimeScale, columns: Columns): void {
  const { keys } = curve.channel;
  const frames = keys.map((key) => key.frame);
  const spacingPx = crowding(frames, scale);
  const isCrowd = spacingPx !== null;
  paintCurveLine(context, isCrowd ? { ...curve, widthPx: hairlinePx(), dotted: undefined } : curve, scale, columns);
  if (curve.ringPx === null) return;
  context.globalAlpha = curve.opacity;
  const large = isCrowd ? builtInCrowd(frames, curve.selected) : frames.filter((frame) => scale.shows(frame));
  const ofLarge = new Set(large);
  const chosen = new Set(curve.selected);
  if (isCrowd) {
    const paintSmall = ringPainter(context, curve.colour, crowdRadius(spacingPx));
    for (const { frame, value } of keys) {
      const x = scale.xOf(frame);
      if (isInColumns(x, columns) && !ofLarge.has(frame)) paintSmall(x, curve.values.yOf(value), chosen.has(frame));
    }
  }
  for (const frame of large) if (chosen.has(frame)) paintHandles(context, curve, keys, frames.indexOf(frame), scale);
  const paintLarge = ringPainter(context, curve.colour, curve.ringPx, 2);
  keys.forEach(({ frame, value }) => {
    if (ofLarge.has(frame)) paintLarge(scale.xOf(frame), curve.values.yOf(value), chosen.has(frame));
  });
  context.globalAlpha = 1;
}

function paintHandles(
  context: CanvasRenderingContext2D,
  { values, colour }: PaintedCurve,
  keys: Channel['keys'],
  index: number,
  scale: TimeScale,
): void {
  const key = keys[index]!;
  context.setLineDash([]);
  context.strokeStyle = cssColour(colour);
  context.fillStyle = isComputed(key) ? cssColour('var(--page)') : cssColour(colour);
  for (const handle of shownHandles(keys, index)) {
    const [x, y] = [scale.xOf(key.frame + handle.frames), values.yOf(key.value + handle.value)];
    context.lineWidth = 1.2;
    context.beginPath();
    context.moveTo(scale.xOf(key.frame), values.yOf(key.value));
    context.lineTo(x, y);
    context.stroke();
    context.lineWidth = 1.5;
    context.beginPath();
    context.rect(x - HANDLE_PX / 2, y - HANDLE_PX / 2, HANDLE_PX, HANDLE_PX);
    context.fill();
    context.stroke();
  }
}
