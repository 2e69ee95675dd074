import { memo, useCallback } from 'react';
import type { Channel } from '@undulan/core';
import { crowding, crowdRadius, curvePath, keyPainter, StripCanvas, useTimeScale, type TimeScale, type ValueScale } from '../time-page/index.ts';
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

interface CurveCanvasProps {
  curves: readonly PaintedCurve[];
  heightPx: number;
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
  const draw = useCallback((context: CanvasRenderingContext2D) => curves.forEach((curve) => paintCurve(context, curve, scale)), [curves, scale]);
  return <StripCanvas widthPx={scale.widthPx} heightPx={heightPx} draw={draw} />;
}, sameCurves);

function paintCurve(context: CanvasRenderingContext2D, { channel, values, colour, dash, opacity, selected }: PaintedCurve, scale: TimeScale): void {
  const frames = channel.keys.map((key) => key.frame);
  const [from, to] = [frames[0], frames.at(-1)];
  context.save();
  context.strokeStyle = cssColour(colour);
  // Lines of one pixel are drawn many times as fast as wider ones, and leave more to be seen between them.
  context.lineWidth = 1 / devicePixelRatio;
  context.setLineDash(dash.split(' ').filter(Boolean).map(Number));
  // What a curve does beyond its keys is fainter.
  for (const [span, strength] of [[{ to: from }, 0.4], [{ from, to }, 1], [{ from: to }, 0.4]] as const) {
    context.globalAlpha = opacity * strength;
    context.stroke(new Path2D(curvePath(channel, scale, values.yOf, span)));
  }
  context.globalAlpha = opacity;
  if (selected) {
    const paintKey = keyPainter(context, colour, crowdRadius(crowding(frames, scale) ?? Infinity));
    for (const key of channel.keys) if (scale.shows(key.frame)) paintKey(scale.xOf(key.frame), values.yOf(key.value), selected.includes(key.frame));
  }
  context.restore();
}
