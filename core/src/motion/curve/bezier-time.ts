import { solveBezierTime } from './bezier.ts';

/**
 * Gives the parameter `t` in [0,1] at which a cubic's x, from 0 to 1 with inner controls in [0,1], equals a given x.
 */
export type BezierTime = (x: number) => number;

/**
 * Below this a leading coefficient is taken for none: the root of the lower degree is near enough for Newton's step.
 */
const NONE = 1e-7;

/**
 * A Newton step is trusted when what it leaves, by its higher terms, is below this share of the slope; else the
 * bracketed solver answers.
 */
const TRUSTED = 1e-13;

const THIRD_TURN = (2 * Math.PI) / 3;

/**
 * Prepares the solver of one curve: Cardano's formula (Viète's cosines where all three roots are real), whose
 * coefficients are settled once, then one step of Newton's. Where that is not surely within 1e-13 (upright tangents,
 * roots that nearly meet) `solveBezierTime` answers instead.
 */
export function createBezierTime(x1: number, x2: number): BezierTime {
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  const polish = (x: number, guess: number): number => {
    const slope = (3 * a * guess + 2 * b) * guess + c;
    const step = (((a * guess + b) * guess + c) * guess - x) / slope;
    const t = guess - step;
    const left = step * step * (Math.abs(3 * a * guess + b) + Math.abs(a * step));
    return left <= TRUSTED * Math.abs(slope) && t >= 0 && t <= 1 ? t : solveBezierTime(x1, x2, x);
  };
  const inside =
    (solve: BezierTime): BezierTime =>
    (x) =>
      x <= 0 ? 0 : x >= 1 ? 1 : solve(x);

  if (Math.abs(a) < NONE) {
    if (Math.abs(b) < NONE) return inside((x) => polish(x, x / c));
    return inside((x) => polish(x, (2 * x) / (c + Math.sqrt(Math.max(0, c * c + 4 * b * x)))));
  }
  // t = s + shift makes s³ + p·s + q(x) = 0 with q(x) = q0 − x/a.
  const shift = -b / (3 * a);
  const p = c / a - 3 * shift * shift;
  const q0 = (shift * c) / a - 2 * shift ** 3;
  const thirdP = p / 3;
  const cubedP = thirdP ** 3;
  const perA = 1 / a;
  if (p >= 0) {
    return inside((x) => {
      const half = (q0 - x * perA) / 2;
      const root = Math.sqrt(half * half + cubedP);
      const u = Math.cbrt(half > 0 ? -half - root : root - half);
      return polish(x, u === 0 ? shift : u - thirdP / u + shift);
    });
  }
  const reach = 2 * Math.sqrt(-thirdP);
  const scale = 1 / Math.sqrt(-cubedP);
  return inside((x) => {
    const half = (q0 - x * perA) / 2;
    const inner = half * half + cubedP;
    if (inner > 0) {
      const root = Math.sqrt(inner);
      const u = Math.cbrt(half > 0 ? -half - root : root - half);
      return polish(x, u - thirdP / u + shift);
    }
    const angle = Math.acos(Math.max(-1, Math.min(1, -half * scale))) / 3;
    for (let k = 0; k < 3; k++) {
      const t = reach * Math.cos(angle - k * THIRD_TURN) + shift;
      if (t >= -1e-9 && t <= 1 + 1e-9) return polish(x, t);
    }
    return solveBezierTime(x1, x2, x);
  });
}
