import { type Channel, sampleChannel } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';

/** Pixels between samples of a drawn curve. */
const STEP_PX = 2;

/** A vertical scale in a channel's values; `down` when greater values are lower on the picture. */
export interface ValueScale {
  yOf: (value: number) => number;
  valueAt: (y: number) => number;
  pxPerUnit: number;
}

const MARGIN_SHARE = 0.14;

/** Fits values into a height so that up is up on the picture. A single value stands in the middle. */
export function createValueScale(
  values: Iterable<number>,
  heightPx: number,
  pointsDown: boolean,
  leastSpan: number,
): ValueScale {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  if (low > high) [low, high] = [0, 0];
  const middle = (low + high) / 2;
  const span = Math.max(high - low, leastSpan);
  const pxPerUnit = (heightPx * (1 - 2 * MARGIN_SHARE)) / span;
  const sign = pointsDown ? 1 : -1;
  return {
    yOf: (value) => heightPx / 2 + sign * (value - middle) * pxPerUnit,
    valueAt: (y) => middle + (sign * (y - heightPx / 2)) / pxPerUnit,
    pxPerUnit: sign * pxPerUnit,
  };
}

interface CurveSpan {
  /** Only what is between these frames; from edge to edge unless said. */
  from?: number | undefined;
  to?: number | undefined;
  /** Carries ruler frames to the channel's own. */
  toOwn?: ((frame: number) => number) | undefined;
}

/** The SVG path of a channel's value over the frames in view; empty where none of the span is. */
export function curvePath(
  channel: Channel,
  scale: TimeScale,
  yOf: (value: number) => number,
  { from = -Infinity, to = Infinity, toOwn = (frame) => frame }: CurveSpan = {},
): string {
  // Zoomed, a curve goes on to the edges of the strip.
  const first = Math.max(scale.frameAt(0), scale.whole.first, from);
  const last = Math.min(scale.frameAt(scale.widthPx), scale.whole.last, to);
  if (last < first) return '';
  const count = Math.max(1, Math.ceil((scale.xOf(last) - scale.xOf(first)) / STEP_PX));
  let path = '';
  for (let i = 0; i <= count; i++) {
    const frame = first + ((last - first) * i) / count;
    path +=
      `${i === 0 ? 'M' : 'L'}${scale.xOf(frame).toFixed(1)} ` +
      `${yOf(sampleChannel(channel, toOwn(frame))).toFixed(1)}`;
  }
  return path;
}

/** The channel's values on the whole frames from `first` to `last`. */
export function frameValues(
  channel: Channel,
  first: number,
  last: number,
  toOwn: (frame: number) => number = (frame) => frame,
): number[] {
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => sampleChannel(channel, toOwn(first + i)));
}
