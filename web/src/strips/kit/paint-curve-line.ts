import type { Channel } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { curvePath, frameValues, type ValueScale } from './curve-path.ts';
import type { Columns } from './StripCanvas.tsx';

export interface CurveLook {
  channel: Channel;
  values: ValueScale;
  /** Written as the look's colours are: `var(--name)`. */
  colour: string;
  /** Lengths of dash and gap in px; empty for a whole line. */
  dash: string;
  opacity: number;
  widthPx: number;
  /** With a dot on each frame of the range where there is room. */
  dotted?: { first: number; last: number } | undefined;
  /** Carries ruler frames to the channel's own; what is beyond its keys is drawn as the rest then. */
  toOwn?: ((frame: number) => number) | undefined;
}

/** What a curve does beyond its keys is fainter. */
const BEYOND = 0.4;
/** A dot a frame has room from this many px a frame. */
const DOTTED_FROM_PX = 6;
const DOT_PX = 2;

/** Paints what of a channel's value curve is in the columns. */
export function paintCurveLine(
  context: CanvasRenderingContext2D,
  { channel, values, colour, dash, opacity, widthPx, dotted, toOwn }: CurveLook,
  scale: TimeScale,
  columns: Columns,
): void {
  const [least, most] = [scale.frameAt(columns.from), scale.frameAt(columns.to)];
  const { keys } = channel;
  const [from, to] = toOwn || keys.length === 0 ? [-Infinity, Infinity] : [keys[0]!.frame, keys.at(-1)!.frame];
  context.strokeStyle = cssColour(colour);
  context.lineWidth = widthPx;
  context.setLineDash(dash.split(' ').filter(Boolean).map(Number));
  for (const [start, end, strength] of [
    [-Infinity, from, BEYOND],
    [from, to, 1],
    [to, Infinity, BEYOND],
  ] as const) {
    const span = { from: Math.max(start, least), to: Math.min(end, most), toOwn };
    if (span.to <= span.from) continue;
    context.globalAlpha = opacity * strength;
    context.stroke(new Path2D(curvePath(channel, scale, values.yOf, span)));
  }
  context.setLineDash([]);
  context.globalAlpha = opacity;
  if (dotted && scale.pxPerFrame >= DOTTED_FROM_PX) {
    const [first, last] = [Math.max(dotted.first, Math.ceil(least)), Math.min(dotted.last, Math.floor(most))];
    context.fillStyle = cssColour(colour);
    frameValues(channel, first, last, toOwn).forEach((value, i) => {
      context.beginPath();
      context.arc(scale.xOf(first + i), values.yOf(value), DOT_PX, 0, 2 * Math.PI);
      context.fill();
    });
  }
  context.globalAlpha = 1;
}
