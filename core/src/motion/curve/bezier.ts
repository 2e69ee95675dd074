/**
 * The parameter `t` in [0,1] where a cubic Bézier's x, running from 0 to 1 with inner controls `x1` and `x2` in [0,1],
 * equals `x`. With both controls in [0,1] x never runs back, so the bracket always holds one answer.
 * Newton's step inside a bracket: near a vertical tangent a plain Newton is off by 1e-3, the bracket is not.
 */
export function solveBezierTime(x1: number, x2: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  let low = 0;
  let high = 1;
  let t = x;
  for (let i = 0; i < 80; i++) {
    const miss = ((a * t + b) * t + c) * t - x;
    if (miss === 0) return t;
    if (miss < 0) low = t;
    else high = t;
    const slope = (3 * a * t + 2 * b) * t + c;
    let next = slope > 0 ? t - miss / slope : (low + high) / 2;
    if (!(next > low && next < high)) next = (low + high) / 2;
    if (Math.abs(next - t) < 1e-16 || high - low < 1e-16) return next;
    t = next;
  }
  return t;
}

/** A cubic Bézier's value at `t`; hits `v0` at 0 and `v3` at 1 exactly. */
export function bezierValue(v0: number, v1: number, v2: number, v3: number, t: number): number {
  const s = 1 - t;
  return s * s * s * v0 + 3 * s * s * t * v1 + 3 * s * t * t * v2 + t * t * t * v3;
}

/** The derivative of a cubic Bézier's value by its parameter. */
export function bezierSlope(v0: number, v1: number, v2: number, v3: number, t: number): number {
  const s = 1 - t;
  return 3 * (s * s * (v1 - v0) + 2 * s * t * (v2 - v1) + t * t * (v3 - v2));
}
