import { bezierValue } from './bezier.ts';
import { createBezierTime } from './bezier-time.ts';

/** A cubic Bézier ease from (0,0) to (1,1), compiled for many reads: the share of the way at a share of the time. */
export interface BezierEase {
  at: (x: number) => number;
  /** Writes the ease of each of `xs` into `out`. */
  into: (out: Float64Array, xs: Float64Array) => Float64Array;
}

/**
 * Cells of the table: so fine that two Newton steps from a straight line through a cell's ends are within rounding, but
 * beside upright tangents.
 */
const CELLS = 128;

/** The last Newton step is trusted below this, its square being what it leaves. */
const TRUSTED_STEP = 1e-6;

/** Cells of the second table, for batches: the ease itself as a cubic in each; and how many reads pay for making it. */
const CUBICS = 512;
const WORTH_COMPILING = 2000;

/** What a cell may be off, at three places in it, before it is left to `at`. */
const CELL_ERROR = 2e-10;
const PROBES = [0.2, 0.5, 0.8];

interface Cubics {
  /** Four coefficients a cell, of the share of the cell gone. */
  of: Float64Array;
  /** Cells that a cubic does not meet: near upright tangents. */
  exact: Uint8Array;
}

/** Each cell as the cubic through its ends and two places between them. */
function compileCubics(at: (x: number) => number): Cubics {
  const of = new Float64Array(CUBICS * 4);
  const exact = new Uint8Array(CUBICS);
  for (let cell = 0; cell < CUBICS; cell++) {
    const y = (u: number): number => at((cell + u) / CUBICS);
    const [y0, y1, y2, y3] = [y(0), y(1 / 3), y(2 / 3), y(1)];
    const k = cell * 4;
    of[k] = 4.5 * (y3 - 3 * y2 + 3 * y1 - y0);
    of[k + 1] = 4.5 * (2 * y0 - 5 * y1 + 4 * y2 - y3);
    of[k + 2] = 0.5 * (-11 * y0 + 18 * y1 - 9 * y2 + 2 * y3);
    of[k + 3] = y0;
    exact[cell] = PROBES.every(
      (u) => Math.abs(((of[k]! * u + of[k + 1]!) * u + of[k + 2]!) * u + y0 - y(u)) < CELL_ERROR,
    )
      ? 0
      : 1;
  }
  return { of, exact };
}

/**
 * An ease by its controls; `x1` and `x2` in [0,1], so that time never runs back. Within 1e-9 of exact everywhere. A
 * table of `t` at equal steps of `x` gives the start, two Newton steps bring it home; what is not surely home (upright
 * tangents) is solved in closed form. Large batches go by a second table, of cubics. Compiling solves the curve 129
 * times: for a few reads take `createBezierTime`.
 */
export function createBezierEase(x1: number, y1: number, x2: number, y2: number): BezierEase {
  const time = createBezierTime(x1, x2);
  const cx = 3 * x1;
  const bx = 3 * (x2 - x1) - cx;
  const ax = 1 - cx - bx;
  const cy = 3 * y1;
  const by = 3 * (y2 - y1) - cy;
  const ay = 1 - cy - by;
  const table = Float64Array.from({ length: CELLS + 1 }, (_, i) => time(i / CELLS));

  let cubics: Cubics | null = null;
  const at = (x: number): number => {
    if (!(x > 0 && x < 1)) return x <= 0 ? 0 : 1;
    const place = x * CELLS;
    const cell = place | 0;
    const from = table[cell]!;
    const start = from + (table[cell + 1]! - from) * (place - cell);
    const t = start - (((ax * start + bx) * start + cx) * start - x) / ((3 * ax * start + 2 * bx) * start + cx);
    const step = (((ax * t + bx) * t + cx) * t - x) / ((3 * ax * t + 2 * bx) * t + cx);
    if (!(step < TRUSTED_STEP && step > -TRUSTED_STEP)) return bezierValue(0, y1, y2, 1, time(x));
    const home = t - step;
    return ((ay * home + by) * home + cy) * home;
  };
  return {
    at,
    into: (out, xs) => {
      if (!cubics && xs.length < WORTH_COMPILING) {
        for (let i = 0; i < xs.length; i++) out[i] = at(xs[i]!);
        return out;
      }
      const { of, exact } = (cubics ??= compileCubics(at));
      for (let i = 0; i < xs.length; i++) {
        const x = xs[i]!;
        const place = x * CUBICS;
        const cell = place | 0;
        const u = place - cell;
        const k = cell << 2;
        out[i] =
          x > 0 && x < 1 && exact[cell] === 0 ? ((of[k]! * u + of[k + 1]!) * u + of[k + 2]!) * u + of[k + 3]! : at(x);
      }
      return out;
    },
  };
}
