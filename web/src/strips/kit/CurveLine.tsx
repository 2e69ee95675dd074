import type { Channel, ChannelId } from '@undulan/core';
import { memo } from 'react';
import { useClock, useTimeScale } from '../../time/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { curvePath, frameValues, type ValueScale } from './curve-path.ts';

interface CurveLineProps {
  channel: Channel;
  values: ValueScale;
  tone: 'take' | 'target';
  /** With a dot on each frame where there is room. */
  dotted: boolean;
  toOwn?: (frame: number) => number;
}

/** One value curve; the target solid teal, the take dashed vermilion. What it does beyond its keys is fainter. */
export function CurveLine({ channel, values, tone, dotted, toOwn }: CurveLineProps) {
  const scale = useTimeScale();
  const { first, last } = useClock().range;
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const from = Math.max(first, Math.ceil(scale.frameAt(0)));
  const style = { fill: 'none', stroke: colour, strokeWidth: 2, strokeDasharray: tone === 'take' ? '6 4' : undefined };
  return (
    <g className="pointer-events-none">
      {toOwn || channel.keys.length === 0 ? (
        <path d={curvePath(channel, scale, values.yOf, { toOwn })} {...style} />
      ) : (
        <>
          <path
            d={curvePath(channel, scale, values.yOf, { to: channel.keys[0]!.frame })}
            {...style}
            opacity={0.4}
            strokeWidth={1.5}
          />
          <path
            d={curvePath(channel, scale, values.yOf, { from: channel.keys[0]!.frame, to: channel.keys.at(-1)!.frame })}
            {...style}
          />
          <path
            d={curvePath(channel, scale, values.yOf, { from: channel.keys.at(-1)!.frame })}
            {...style}
            opacity={0.4}
            strokeWidth={1.5}
          />
        </>
      )}
      {dotted &&
        scale.pxPerFrame >= 6 &&
        frameValues(channel, from, Math.min(last, Math.floor(scale.frameAt(scale.widthPx))), toOwn).map((value, i) => (
          <circle key={from + i} cx={scale.xOf(from + i)} cy={values.yOf(value)} r={2} fill={colour} />
        ))}
    </g>
  );
}

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
