import type { Channel } from '@undulan/core';
import { crowding, crowdRadius, curvePath, isInColumns, keyPainter, type Columns, type TimeScale, type ValueScale } from '../time-page/index.ts';
import { cssColour } from '../ui/index.ts';

export interface PaintedCurve {
  channel: Channel;
  values: ValueScale;
  colour: string;
  dash: string;
  opacity: number;
  /** Frames of selected keys; null paints no keys. */
  selected: readonly number[] | null;
}

/** Paints what of a crowded curve is in the columns: thin lines, and its keys as small rings. */
export function paintCurve(context: CanvasRenderingContext2D, { channel, values, colour, dash, opacity, selected }: PaintedCurve, scale: TimeScale, columns: Columns): void {
  const frames = channel.keys.map((key) => key.frame);
  const [from = 0, to = 0] = [frames[0], frames.at(-1)];
  const [least, most] = [scale.frameAt(columns.from), scale.frameAt(columns.to)];
  context.save();
  context.strokeStyle = cssColour(colour);
  // Lines of one pixel are drawn many times as fast as wider ones, and leave more to be seen between them.
  context.lineWidth = 1 / devicePixelRatio;
  context.setLineDash(dash.split(' ').filter(Boolean).map(Number));
  // What a curve does beyond its keys is fainter.
  for (const [start, end, strength] of [[-Infinity, from, 0.4], [from, to, 1], [to, Infinity, 0.4]] as const) {
    context.globalAlpha = opacity * strength;
    context.stroke(new Path2D(curvePath(channel, scale, values.yOf, { from: Math.max(start, least), to: Math.min(end, most) })));
  }
  context.globalAlpha = opacity;
  if (selected) {
    const paintKey = keyPainter(context, colour, crowdRadius(crowding(frames, scale) ?? Infinity));
    for (const key of channel.keys) {
      const x = scale.xOf(key.frame);
      // Those just beyond reach into what is painted.
      if (isInColumns(x, columns)) paintKey(x, values.yOf(key.value), selected.includes(key.frame));
    }
  }
  context.restore();
}
