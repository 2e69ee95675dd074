import { type Channel, CHANNELS } from '@undulan/core';
import { LEAST_SPAN } from '../../values/index.ts';
import { createValueScale, frameValues, type ValueScale } from '../kit/index.ts';

/**
 * How several curves share the height: those of one unit on one scale, each on its own, or each from its least to its
 * greatest value.
 */
export type CurveScaling = 'shared' | 'own' | 'normalised';

export interface FittedScale {
  values: ValueScale;
  low: number;
  high: number;
}

/** Curves that can be compared: of one unit, and with up the same way. */
function kindOf({ id }: Channel): string {
  return `${CHANNELS[id].unit}${CHANNELS[id].pointsDown ? ' down' : ''}`;
}

/** The least and greatest value of channels over a range, their keys among them. */
function extent(channels: readonly Channel[], first: number, last: number): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const channel of channels) {
    for (const value of [...frameValues(channel, first, last), ...channel.keys.map((key) => key.value)]) {
      low = Math.min(low, value);
      high = Math.max(high, value);
    }
  }
  return low > high ? { low: 0, high: 0 } : { low, high };
}

/**
 * A vertical scale for each channel. `beside` are curves of other motions (the target) that must fit in with one of
 * them.
 */
export function curveScales(
  channels: readonly Channel[],
  beside: readonly Channel[],
  scaling: CurveScaling,
  range: { first: number; last: number },
  heightPx: number,
): Map<Channel['id'], FittedScale> {
  return new Map(
    channels.map((channel) => {
      const mates = scaling === 'shared' ? channels.filter((other) => kindOf(other) === kindOf(channel)) : [channel];
      const fitted = [...mates, ...beside.filter((other) => mates.some((mate) => mate.id === other.id))];
      const { low, high } = extent(fitted, range.first, range.last);
      const { unit, pointsDown } = CHANNELS[channel.id];
      return [
        channel.id,
        {
          values: createValueScale(
            [low, high],
            heightPx,
            pointsDown ?? false,
            scaling === 'normalised' ? 1e-6 : LEAST_SPAN[unit],
          ),
          low,
          high,
        },
      ];
    }),
  );
}
