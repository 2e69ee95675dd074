import { bezierValue, solveBezierTime } from '../motion/curve/bezier.ts';
import type { CurveShape } from '../motion/sampling/ease-shape.ts';
import type { Spacing } from './builders.ts';

export interface FittedCurve extends CurveShape {
  /** The greatest distance of a mark from the curve, as a share of the way, and that mark's number. */
  worstError: number;
  worstMark: number;
}

/** Curve → chart: how far along the curve is on each of `n` frames. */
export function curveSpacing({ x1, y1, x2, y2 }: CurveShape, n: number): Spacing {
  return Array.from({ length: n + 1 }, (_, k) =>
    k === 0 ? 0 : k === n ? 1 : bezierValue(0, y1, y2, 1, solveBezierTime(x1, x2, k / n)),
  );
}

type Vector = [x1: number, y1: number, x2: number, y2: number];

const STARTS: Vector[] = [
  [1 / 3, 1 / 3, 2 / 3, 2 / 3],
  [0.4, 0, 0.6, 1],
  [0.5, 0, 0.8, 0.8],
  [0.2, 0.2, 0.5, 1],
  [0.1, 0.8, 0.3, 1],
  [0.7, 0, 0.9, 0.2],
];
const ROUNDS = 60;
const NEAR = 1e-6;

function residuals(marks: Spacing, [x1, y1, x2, y2]: Vector): Float64Array {
  const n = marks.length - 1;
  return Float64Array.from({ length: Math.max(0, n - 1) }, (_, i) => {
    const u = (i + 1) / n;
    return bezierValue(0, y1, y2, 1, solveBezierTime(x1, x2, u)) - marks[i + 1]!;
  });
}

const squares = (values: Float64Array): number => values.reduce((sum, value) => sum + value * value, 0);

function within([x1, y1, x2, y2]: Vector): Vector {
  const share = (x: number): number => Math.min(1, Math.max(0, x));
  return [share(x1), y1, share(x2), y2];
}

/** Solves a small symmetric system by elimination with pivots; null where it has no single answer. */
function solve(matrix: number[][], right: number[]): number[] | null {
  const rows = matrix.map((row, i) => [...row, right[i]!]);
  const size = rows.length;
  for (let c = 0; c < size; c++) {
    let pivot = c;
    for (let r = c + 1; r < size; r++) if (Math.abs(rows[r]![c]!) > Math.abs(rows[pivot]![c]!)) pivot = r;
    [rows[c], rows[pivot]] = [rows[pivot]!, rows[c]!];
    if (Math.abs(rows[c]![c]!) < 1e-18) return null;
    for (let r = 0; r < size; r++) {
      if (r === c) continue;
      const factor = rows[r]![c]! / rows[c]![c]!;
      for (let k = c; k <= size; k++) rows[r]![k]! -= factor * rows[c]![k]!;
    }
  }
  return rows.map((row, i) => row[size]! / row[i]!);
}

/** Levenberg–Marquardt (Marquardt 1963) from one start, the time handles kept in [0, 1]. */
function refine(marks: Spacing, start: Vector): { shape: Vector; cost: number } {
  let shape = start;
  let miss = residuals(marks, shape);
  let cost = squares(miss);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS && cost > 1e-24; round++) {
    const columns = [0, 1, 2, 3].map((p) => {
      const step = p % 2 === 0 && shape[p]! > 0.5 ? -NEAR : NEAR;
      const moved = residuals(marks, shape.map((value, q) => (q === p ? value + step : value)) as Vector);
      return moved.map((value, i) => (value - miss[i]!) / step);
    });
    const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, value, i) => sum + value * b[i]!, 0);
    const normal = columns.map((a, p) =>
      columns.map((b, q) => dot(a, b) * (p === q ? 1 + damping : 1) + (p === q ? 1e-15 : 0)),
    );
    const step = solve(
      normal,
      columns.map((column) => -dot(column, miss)),
    );
    const next = step && within(shape.map((value, p) => value + step[p]!) as Vector);
    const nextMiss = next && residuals(marks, next);
    const nextCost = nextMiss ? squares(nextMiss) : Infinity;
    if (next && nextMiss && nextCost < cost) {
      const gained = cost - nextCost;
      shape = next;
      miss = nextMiss;
      damping = Math.max(damping / 4, 1e-12);
      if (gained < 1e-16 * cost) break;
      cost = nextCost;
    } else {
      damping *= 6;
      if (damping > 1e9) break;
    }
  }
  return { shape, cost };
}

/**
 * Chart → curve: the single cubic Bézier that meets the marks of a spacing best in least squares, from several starts,
 * with its worst error. Two marks or fewer give the straight line.
 */
export function fitCurve(marks: Spacing): FittedCurve {
  const tries = STARTS.map((start) => refine(marks, start));
  const [x1, y1, x2, y2] = tries.reduce((best, one) => (one.cost < best.cost ? one : best)).shape;
  let worstError = 0;
  let worstMark = 0;
  residuals(marks, [x1, y1, x2, y2]).forEach((error, i) => {
    if (Math.abs(error) > worstError) [worstError, worstMark] = [Math.abs(error), i + 1];
  });
  return { x1, y1, x2, y2, worstError, worstMark };
}
