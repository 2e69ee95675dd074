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

const share = (x: number): number => Math.min(1, Math.max(0, x));

/** Time handles in [0, 1], and values too where it must never go back. */
function within([x1, y1, x2, y2]: Vector, isRising: boolean): Vector {
  return isRising ? [share(x1), share(y1), share(x2), share(y2)] : [share(x1), y1, share(x2), y2];
}

/** Going back by less than this share of the way is not seen. */
const SEEN = 1e-4;
const LOOKS = 64;

/** Whether the values of a curve from 0 to 1 nowhere go back by as much as is seen. */
function isRising([, y1, , y2]: Vector): boolean {
  let highest = 0;
  for (let i = 1; i <= LOOKS; i++) {
    const value = bezierValue(0, y1, y2, 1, i / LOOKS);
    if (value < highest - SEEN) return false;
    highest = Math.max(highest, value);
  }
  return true;
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
function refine(marks: Spacing, start: Vector, mustRise: boolean): { shape: Vector; cost: number } {
  let shape = start;
  let miss = residuals(marks, shape);
  let cost = squares(miss);
  let damping = 1e-3;
  for (let round = 0; round < ROUNDS && cost > 1e-24; round++) {
    const columns = [0, 1, 2, 3].map((p) => {
      const step = p % 2 === 0 && shape[p]! > 0.5 ? -NEAR : NEAR;
      const beside = residuals(marks, shape.map((value, q) => (q === p ? value + step : value)) as Vector);
      return beside.map((value, i) => (value - miss[i]!) / step);
    });
    const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, value, i) => sum + value * b[i]!, 0);
    /** The step of the handles that may move; what is held stays where it is. */
    const stepWith = (held: readonly boolean[]): number[] | null =>
      solve(
        columns.map((a, p) =>
          columns.map((b, q) => {
            if (held[p] || held[q]) return p === q ? 1 : 0;
            return dot(a, b) * (p === q ? 1 + damping : 1) + (p === q ? 1e-15 : 0);
          }),
        ),
        columns.map((column, p) => (held[p] ? 0 : -dot(column, miss))),
      );
    const moved = (step: readonly number[]): Vector =>
      within(shape.map((value, p) => value + step[p]!) as Vector, mustRise);
    const free = stepWith([false, false, false, false]);
    // A handle that stands at its bound and would go on is held, so that the others go as far as they may without it.
    const held = free?.map((by, p) => moved(free)[p] === shape[p] && by !== 0) ?? [];
    const step = held.some(Boolean) ? stepWith(held) : free;
    const next = step && moved(step);
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
 * with its worst error. Marks that never go back give a curve that never does. Two marks or fewer give the straight
 * line.
 */
export function fitCurve(marks: Spacing): FittedCurve {
  const best = (starts: readonly Vector[], mustRise: boolean): Vector =>
    starts.map((start) => refine(marks, start, mustRise)).reduce((one, other) => (other.cost < one.cost ? other : one))
      .shape;
  const free = best(STARTS, false);
  const never = marks.every((mark, i) => i === 0 || mark >= marks[i - 1]! - 1e-12);
  const [x1, y1, x2, y2] = never && !isRising(free) ? best([...STARTS, within(free, true)], true) : free;
  let worstError = 0;
  let worstMark = 0;
  residuals(marks, [x1, y1, x2, y2]).forEach((error, i) => {
    if (Math.abs(error) > worstError) [worstError, worstMark] = [Math.abs(error), i + 1];
  });
  return { x1, y1, x2, y2, worstError, worstMark };
}

/** One curve of several that meet a spacing: from one of its frames to another, counted from 0. */
export interface CurvePiece {
  from: number;
  to: number;
  shape: FittedCurve;
}

/** No mark is further off than this share of the way. */
const MEETS = 0.005;

/**
 * The fewest curves found that meet the marks of a spacing within half a percent of the way: one where one can, else
 * divided at its worst mark.
 */
export function fitPieces(marks: Spacing, from = 0, to = marks.length - 1): CurvePiece[] {
  const [start, rise] = [marks[from]!, marks[to]! - marks[from]!];
  const own = marks.slice(from, to + 1).map((mark, i) => (rise === 0 ? i / (to - from) : (mark - start) / rise));
  const shape = fitCurve(own);
  const isMet =
    rise === 0 ? marks.slice(from, to + 1).every((mark) => mark === start) : shape.worstError * Math.abs(rise) <= MEETS;
  if (isMet || to - from < 2) return [{ from, to, shape }];
  const worst = shape.worstMark > 0 ? shape.worstMark : Math.floor((to - from) / 2);
  return [...fitPieces(marks, from, from + worst), ...fitPieces(marks, from + worst, to)];
}
