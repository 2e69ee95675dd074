import { memo, useCallback, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { type TimeScale, useTimeScale } from '../../time/index.ts';
import { type Columns, StripCanvas, useChangedColumns } from '../kit/index.ts';
import { changedCurves } from './changed-curve.ts';
import { paintCurve, type PaintedCurve } from './paint-curve.ts';

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
    return (
      curve.channel === other.channel &&
      curve.values === other.values &&
      curve.colour === other.colour &&
      curve.opacity === other.opacity &&
      curve.ringPx === other.ringPx &&
      shallowEqual(curve.selected, other.selected)
    );
  });
}

/**
 * Curves whose keys are too crowded to be taken hold of one by one, painted with thin lines and small rings; only anew
 * when one of them changes.
 */
export const CurveCanvas = memo(function CurveCanvas({ curves, heightPx }: CurveCanvasProps) {
  const scale = useTimeScale();
  const now = useMemo(() => ({ curves, scale }), [curves, scale]);
  const draw = useCallback(
    (context: CanvasRenderingContext2D, columns: Columns) =>
      now.curves.forEach((curve) => paintCurve(context, curve, now.scale, columns)),
    [now],
  );
  return (
    <StripCanvas widthPx={scale.widthPx} heightPx={heightPx} draw={draw} changed={useChangedColumns(now, differ)} />
  );
}, sameCurves);

function differ(before: Painting, now: Painting): Columns | null {
  return before.scale === now.scale ? changedCurves(before.curves, now.curves, now.scale) : null;
}
