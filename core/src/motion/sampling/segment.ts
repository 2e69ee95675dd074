import { bezierSlope, bezierValue } from '../curve/bezier.ts';
import { createBezierTime } from '../curve/bezier-time.ts';
import { EASE_SLOPES, EASES } from '../curve/eases.ts';
import type { ChannelKind } from '../document/channels.ts';
import { mixColours } from '../document/colour.ts';
import type { Key } from '../document/schema.ts';
import { inHandle, outHandle } from './handles.ts';

/** A segment's value at a frame inside it (both ends included). */
export type SegmentSampler = (frame: number) => number;

export type Blend = NonNullable<ChannelKind['blend']>;

/** The curve of a segment as a cubic Bézier: its inner controls, in shares of the span for time and in values. */
export function segmentCurve(keys: readonly Key[], index: number): { x1: number; x2: number; v1: number; v2: number } {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const span = to.frame - from.frame;
  const out = outHandle(keys[index - 1], from, to);
  const arrive = inHandle(from, to, keys[index + 2]);
  return {
    x1: out.frames / span,
    x2: 1 + arrive.frames / span,
    v1: from.value + out.value,
    v2: to.value + arrive.value,
  };
}

/** How much of the way between two colours is gone at a share of the time; handles tell when, not how far. */
function colourShare(keys: readonly Key[], index: number, t: number): number {
  const { leave } = keys[index]!;
  if (leave === 'linear') return t;
  if (leave !== 'curve') return leave === 'step' ? 0 : EASES[leave](t);
  const { x1, x2 } = segmentCurve(keys, index);
  return bezierValue(0, 0, 1, 1, createBezierTime(x1, x2)(t));
}

/**
 * Prepares the segment between `keys[index]` and the next key for many samples: handles and formula are settled once.
 */
export function createSegmentSampler(keys: readonly Key[], index: number, blend: Blend = 'number'): SegmentSampler {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const span = to.frame - from.frame;
  if (from.leave === 'step' || blend === 'held') return (frame) => (frame >= to.frame ? to.value : from.value);
  if (blend === 'colour')
    return (frame) => mixColours(from.value, to.value, colourShare(keys, index, (frame - from.frame) / span));
  if (from.leave === 'curve') {
    const { x1, x2, v1, v2 } = segmentCurve(keys, index);
    if (from.value === to.value && v1 === from.value && v2 === from.value) return () => from.value;
    const time = createBezierTime(x1, x2);
    return (frame) => bezierValue(from.value, v1, v2, to.value, time((frame - from.frame) / span));
  }
  // Weighed between two equal values, a hold would tremble by rounding.
  if (from.value === to.value) return () => from.value;
  if (from.leave === 'linear') {
    return (frame) => {
      const t = (frame - from.frame) / span;
      return from.value * (1 - t) + to.value * t;
    };
  }
  const ease = EASES[from.leave];
  return (frame) => {
    const share = ease((frame - from.frame) / span);
    return from.value * (1 - share) + to.value * share;
  };
}

/**
 * The segment's slope at a frame inside it, in value per frame: the analytic derivative. Infinite where a curve stands
 * upright.
 */
export function segmentSlope(keys: readonly Key[], index: number, frame: number): number {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const span = to.frame - from.frame;
  const t = Math.min(1, Math.max(0, (frame - from.frame) / span));
  if (from.leave === 'step') return 0;
  if (from.leave === 'linear') return (to.value - from.value) / span;
  // Between equal values even a family that stands upright does not move.
  if (from.leave !== 'curve')
    return to.value === from.value ? 0 : ((to.value - from.value) * EASE_SLOPES[from.leave](t)) / span;
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  const at = createBezierTime(x1, x2)(t);
  const [x0, x3] = [0, 1];
  let rise = bezierSlope(from.value, v1, v2, to.value, at);
  let run = bezierSlope(x0, x1, x2, x3, at);
  if (run === 0 && rise === 0) {
    // A handle of no length: the tangent there is that of the next control the curve heads for.
    const near = at < 0.5 ? 1e-6 : 1 - 1e-6;
    rise = bezierSlope(from.value, v1, v2, to.value, near);
    run = bezierSlope(x0, x1, x2, x3, near);
  }
  return rise === 0 ? 0 : rise / run / span;
}
