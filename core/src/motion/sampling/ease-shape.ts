import { createBezierEase } from '../curve/bezier-ease.ts';
import { EASE_SLOPES, EASES } from '../curve/eases.ts';
import type { Key, Leave } from '../document/schema.ts';
import { segmentCurve } from './segment.ts';

/**
 * A cubic Bézier ease from (0, 0) to (1, 1): its inner controls in shares of the time and of the way. `x` in [0, 1], so
 * time never runs back.
 */
export interface CurveShape {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/** How a segment goes, without its frames and values: what can be carried to another one. */
export type EaseShape = { leave: Exclude<Leave, 'curve'> } | ({ leave: 'curve' } & CurveShape);

/** A straight line as a curve by handles. */
export const STRAIGHT: CurveShape = { x1: 1 / 3, y1: 1 / 3, x2: 2 / 3, y2: 2 / 3 };

/**
 * The ease of the segment that `keys[index]` begins. Between equal values a curve's heights say nothing: it counts as
 * slow at both ends.
 */
export function easeShapeOf(keys: readonly Key[], index: number): EaseShape {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  if (from.leave !== 'curve') return { leave: from.leave };
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  const rise = to.value - from.value;
  if (rise === 0) return { leave: 'curve', x1, y1: 0, x2, y2: 1 };
  return { leave: 'curve', x1, y1: (v1 - from.value) / rise, x2, y2: 1 + (v2 - to.value) / rise };
}

/** An ease run backward: what was its start is its finish. */
export function turnedShape(shape: EaseShape): EaseShape {
  if (shape.leave === 'curve')
    return { leave: 'curve', x1: 1 - shape.x2, y1: 1 - shape.y2, x2: 1 - shape.x1, y2: 1 - shape.y1 };
  if (shape.leave === 'step' || shape.leave === 'linear' || shape.leave.endsWith('-in-out')) return shape;
  const [family, direction] = shape.leave.split('-') as [string, string];
  return { leave: `${family}-${direction === 'in' ? 'out' : 'in'}` as Exclude<Leave, 'curve'> };
}

/**
 * How much a segment is eased at its ends: 1 minus the speed there over the mean speed. 0 is even, 1 a stop, below 0 a
 * snap (−∞ where it stands upright).
 */
export interface EaseAmounts {
  start: number;
  finish: number;
}

/** The ease amounts of the segment that `keys[index]` begins; null while it is held. */
export function easeAmounts(keys: readonly Key[], index: number): EaseAmounts | null {
  const shape = easeShapeOf(keys, index);
  if (shape.leave === 'step') return null;
  if (shape.leave === 'linear') return { start: 0, finish: 0 };
  if (shape.leave !== 'curve')
    return { start: 1 - EASE_SLOPES[shape.leave](0), finish: 1 - EASE_SLOPES[shape.leave](1) };
  const slope = (rise: number, run: number): number =>
    run > 0 ? rise / run : rise === 0 ? 0 : Infinity * Math.sign(rise);
  return { start: 1 - slope(shape.y1, shape.x1), finish: 1 - slope(1 - shape.y2, 1 - shape.x2) };
}

/** How far along a segment going by an ease is, at a share of its time in [0, 1]. */
export function easeProgress(shape: EaseShape): (t: number) => number {
  if (shape.leave === 'curve') return createBezierEase(shape.x1, shape.y1, shape.x2, shape.y2).at;
  if (shape.leave === 'step') return (t) => (t < 1 ? 0 : 1);
  return shape.leave === 'linear' ? (t) => t : EASES[shape.leave];
}
