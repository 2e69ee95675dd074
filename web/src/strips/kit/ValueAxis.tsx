import type { ChannelId } from '@undulan/core';
import { memo } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { useValueUnits } from '../../values/index.ts';
import type { ValueScale } from './curve-path.ts';

const AXIS_LINES = 6;

interface ValueAxisProps {
  channelId: ChannelId;
  values: ValueScale;
  heightPx: number;
  /** Written as shares of the way from the least value to the greatest, in percent. */
  shares?: { low: number; high: number } | undefined;
}

/** A few level lines with their values, at round figures. */
export const ValueAxis = memo(function ValueAxis({ channelId, values, heightPx, shares }: ValueAxisProps) {
  const scale = useTimeScale();
  const units = useValueUnits();
  const [zero, per] = shares ? [shares.low, 100 / Math.max(shares.high - shares.low, 1e-9)] : [0, units.per(channelId)];
  const span = (heightPx / Math.abs(values.pxPerUnit)) * per;
  const rough = span / AXIS_LINES;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((round) => round * power >= rough) ?? 10) * power;
  const low = (Math.min(values.valueAt(0), values.valueAt(heightPx)) - zero) * per;
  const levels = Array.from({ length: Math.floor(span / step) + 1 }, (_, i) => (Math.ceil(low / step) + i) * step);
  return (
    <g className="pointer-events-none">
      {levels.map((level) => {
        const value = zero + level / per;
        return (
          <g key={level}>
            <line
              x1={0}
              x2={scale.widthPx}
              y1={values.yOf(value)}
              y2={values.yOf(value)}
              stroke="var(--rule)"
              strokeWidth={0.8}
            />
            <text x={0} y={values.yOf(value) - 3} fontSize={10} className="figures" fill="var(--faint)">
              {shares ? `${Math.round(level)} %` : units.format(channelId, value)}
            </text>
          </g>
        );
      })}
    </g>
  );
});
