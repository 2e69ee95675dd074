import { memo, useCallback, useMemo } from 'react';
import type { Channel } from '@undulan/core';
import { crowding, crowdRadius, curvePath, isInColumns, keyPainter, StripCanvas, useChangedColumns, useTimeScale, type Columns, type TimeScale, type ValueScale } from '../time-page/index.ts';
import { cssColour } from '../ui/index.ts';
import { changedCurve } from './changed-curve.ts';

export interface PaintedCurve {
  channel: Channel;
  values: ValueScale;
  colour: string;
  dash: string;
  opacity: number;
  /** Frames of selected keys; null paints no keys. */
  selected: readonly number[] | null;
}

interface CurveCanvasProps {
  curves: readonly PaintedCurve[];
  heightPx: number;
}

interface Painting {
  curves: readonly PaintedCurve[];
  scale: TimeScale;
}

function sameCurves(before: CurveCanvasProps, after: CurveCanvasProps): boolean {
  if (before.heightPx !== after.heightPx || before.curves.length !== after.curves.length) return false;
  return before.curves.every((curve, i) => {
    const other = after.curves[i]!;
    return curve.channel === other.channel && curve.values === other.values && curve.colour === other.colour && curve.opacity === other.opacity && curve.selected === other.selected;
  });
}

/** Curves whose keys are too crowded to be taken hold of one by one, painted with thin lines and small rings; only anew when one of them changes. */
export const CurveCanvas = memo(function CurveCanvas({ curves, heightPx }: CurveCanvasProps) {
  const scale = useTimeScale();
  const now = useMemo(() => ({ curves, scale }), [curves, scale]);
  const draw = useCallback((context: CanvasRenderingContext2D, columns: Columns) => now.curves.forEach((curve) => paintCurve(context, curve, now.scale, columns)), [now]);
  return <StripCanvas widthPx={scale.widthPx} heightPx={heightPx} draw={draw} changed={useChangedColumns(now, differ)} />;
}, sameCurves);

function differ(before: Painting, now: Painting): Columns | null {
  return before.scale === now.scale && before.curves.length === 1 && now.curves.length === 1 ? changedCurve(before.curves[0]!, now.curves[0]!, now.scale) : null;
}

function paintCurve(context: CanvasRenderingContext2D, { channel, values, colour, dash, opacity, selected }: PaintedCurve, scale: TimeScale, columns: Columns): void {
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
