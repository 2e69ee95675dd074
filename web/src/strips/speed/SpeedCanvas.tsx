import { useCallback, useMemo } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { type Columns, StripCanvas, useChangedColumns } from '../kit/index.ts';
import { changedSpeed, paintSpeed, type SpeedPainting } from './paint-speed.ts';

/** A speed with very many keys, painted. */
export function SpeedCanvas({
  pieces,
  keyFrames,
  knobs,
  jumps,
  selected,
  values,
  heightPx,
}: Omit<SpeedPainting, 'scale'>) {
  const scale = useTimeScale();
  const now = useMemo(
    (): SpeedPainting => ({ pieces, keyFrames, knobs, jumps, selected, values, heightPx, scale }),
    [pieces, keyFrames, knobs, jumps, selected, values, heightPx, scale],
  );
  const paint = useCallback(
    (context: CanvasRenderingContext2D, columns: Columns) => paintSpeed(context, now, columns),
    [now],
  );
  return (
    <StripCanvas
      widthPx={scale.widthPx}
      heightPx={heightPx}
      draw={paint}
      changed={useChangedColumns(now, changedSpeed)}
    />
  );
}
