import type { Channel } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import {
  builtInCrowd,
  type Columns,
  crowding,
  crowdRadius,
  curvePath,
  isInColumns,
  keyPainter,
  type ValueScale,
} from '../kit/index.ts';
import { isComputed, shownHandles } from './shown-handles.ts';

/**
 * How large the ring of a key is where there is room, in px of radius; smaller on a curve that is not the one worked
 * on.
 */
export const RING_PX = { own: 5.5, other: 3.5 };
/** Side of the square at a handle's end, in px. */
export const HANDLE_PX = 8;

export interface PaintedCurve {
  channel: Channel;
  values: ValueScale;
  colour: string;
  dash: string;
  opacity: number;
  /** Frames of selected keys. */
  selected: readonly number[];
  /** Radius of a selected key's ring; null paints no keys. */
  ringPx: number | null;
}

/**
 * Paints what of a crowded curve is in the columns: thin lines, its keys as small rings, and selected ones, unless they
 * are very many, as large ones with their handles.
 */
export function paintCurve(
  context: CanvasRenderingContext2D,
  curve: PaintedCurve,
  scale: TimeScale,
  columns: Columns,
): void {
  const { channel, values, colour, dash, opacity, ringPx } = curve;
  const frames = channel.keys.map((key) => key.frame);
  const [from = 0, to = 0] = [frames[0], frames.at(-1)];
  const [least, most] = [scale.frameAt(columns.from), scale.frameAt(columns.to)];
  context.save();
  context.strokeStyle = cssColour(colour);
  // Lines of one pixel are drawn many times as fast as wider ones, and leave more to be seen between them.
  context.lineWidth = 1 / devicePixelRatio;
  context.setLineDash(dash.split(' ').filter(Boolean).map(Number));
  // What a curve does beyond its keys is fainter.
  for (const [start, end, strength] of [
    [-Infinity, from, 0.4],
    [from, to, 1],
    [to, Infinity, 0.4],
  ] as const) {
    context.globalAlpha = opacity * strength;
    context.stroke(
      new Path2D(curvePath(channel, scale, values.yOf, { from: Math.max(start, least), to: Math.min(end, most) })),
    );
  }
  context.globalAlpha = opacity;
  if (ringPx !== null) paintKeys(context, { ...curve, ringPx }, frames, scale, columns);
  context.restore();
}

function paintKeys(
  context: CanvasRenderingContext2D,
  { channel: { keys }, values, colour, selected, ringPx }: PaintedCurve & { ringPx: number },
  frames: readonly number[],
  scale: TimeScale,
  columns: Columns,
): void {
  const large = builtInCrowd(frames, selected);
  const paintKey = keyPainter(context, colour, crowdRadius(crowding(frames, scale) ?? Infinity));
  for (const { frame, value } of keys) {
    const x = scale.xOf(frame);
    if (isInColumns(x, columns) && !large.includes(frame)) paintKey(x, values.yOf(value), selected.includes(frame));
  }
  for (const frame of large) paintHandles(context, keys, frames.indexOf(frame), scale, values, colour);
  const paintLarge = keyPainter(context, colour, ringPx);
  for (const frame of large) paintLarge(scale.xOf(frame), values.yOf(keys[frames.indexOf(frame)]!.value), true);
}

function paintHandles(
  context: CanvasRenderingContext2D,
  keys: Channel['keys'],
  index: number,
  scale: TimeScale,
  values: ValueScale,
  colour: string,
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
