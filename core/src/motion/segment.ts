import { bezierValue, solveBezierTime } from './bezier.ts';
import { EASES } from './eases.ts';
import { inHandle, outHandle } from './handles.ts';
import type { Key } from './schema.ts';

/** A segment's value at a frame inside it (both ends included). */
export type SegmentSampler = (frame: number) => number;

/** Prepares the segment between `keys[index]` and the next key for many samples: handles and formula are settled once. */
export function createSegmentSampler(keys: readonly Key[], index: number): SegmentSampler {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const span = to.frame - from.frame;
  if (from.leave === 'step') return (frame) => (frame >= to.frame ? to.value : from.value);
  if (from.leave === 'curve') {
    const out = outHandle(keys[index - 1], from, to);
    const arrive = inHandle(from, to, keys[index + 2]);
    const x1 = out.frames / span;
    const x2 = 1 + arrive.frames / span;
    const v1 = from.value + out.value;
    const v2 = to.value + arrive.value;
    return (frame) => bezierValue(from.value, v1, v2, to.value, solveBezierTime(x1, x2, (frame - from.frame) / span));
  }
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
