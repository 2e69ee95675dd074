import { createBezierTime, type BezierTime } from './bezier-time.ts';
import { EASES, type Ease } from './eases.ts';
import { createSegmentSampler, segmentCurve, type Blend } from './segment.ts';
import type { Key } from './schema.ts';

/** Parts a curve of many frames is cut into. */
const PARTS = 6;

/** A Newton step of the parameter below this is trusted: what it leaves goes with its square. */
const TRUSTED = 4e-6;

/**
 * Writes the samples `from` to `to` (not included) of the segment between `keys[index]` and the next into `out`, sample i being at frame `first + i·step`: one loop for each way to leave,
 * no call a sample.
 */
export function bakeSegmentInto(out: Float64Array, from: number, to: number, keys: readonly Key[], index: number, first: number, step: number, blend: Blend = 'number'): void {
  const key = keys[index]!;
  const next = keys[index + 1]!;
  if (blend !== 'number') {
    const sample = createSegmentSampler(keys, index, blend);
    for (let i = from; i < to; i++) out[i] = sample(first + i * step);
  } else if (key.leave === 'step') out.fill(key.value, from, to);
  else if (key.leave === 'linear') straightInto(out, from, to, key, next, first, step);
  else if (key.leave === 'curve') curveInto(out, from, to, keys, index, first, step);
  else easeInto(out, from, to, key, next, EASES[key.leave], first, step);
}

function straightInto(out: Float64Array, from: number, to: number, { frame, value }: Key, { frame: endFrame, value: end }: Key, first: number, step: number): void {
  const rise = step / (endFrame - frame);
  const start = (first - frame) / (endFrame - frame);
  const delta = (end - value) * rise;
  const base = value + (end - value) * start;
  let i = from;
  // Eight a round: half the time of one a round, whose cost is the loop's own.
  const d2 = 2 * delta;
  const d3 = 3 * delta;
  const d4 = 4 * delta;
  const d5 = 5 * delta;
  const d6 = 6 * delta;
  const d7 = 7 * delta;
  const d8 = 8 * delta;
  for (let at = base + delta * i; i + 7 < to; i += 8, at += d8) {
    out[i] = at;
    out[i + 1] = at + delta;
    out[i + 2] = at + d2;
    out[i + 3] = at + d3;
    out[i + 4] = at + d4;
    out[i + 5] = at + d5;
    out[i + 6] = at + d6;
    out[i + 7] = at + d7;
  }
  for (; i < to; i++) out[i] = base + delta * i;
  // On the key itself the sum may be off by rounding.
  if (start + rise * from === 0) out[from] = value;
}

function easeInto(out: Float64Array, from: number, to: number, key: Key, next: Key, ease: Ease, first: number, step: number): void {
  const span = next.frame - key.frame;
  for (let i = from; i < to; i++) {
    const share = ease((first + i * step - key.frame) / span);
    out[i] = key.value * (1 - share) + next.value * share;
  }
}

/**
 * Cuts the curve at equal steps of its parameter, where time is known without solving, and takes the parameter in each part as a quintic of the time gone in it (Hermite, by slope and bend at both ends): a start that
 * one Newton step brings home, for each frame by itself. Frames where that is not sure (upright tangents) are solved.
 */
function curveInto(out: Float64Array, from: number, to: number, keys: readonly Key[], index: number, first: number, step: number): void {
  const { frame, value } = keys[index]!;
  const { value: end, frame: endFrame } = keys[index + 1]!;
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  const a3 = 3 * a;
  const b2 = 2 * b;
  const r = 3 * (v1 - value);
  const q = 3 * (v2 - v1) - r;
  const p = end - value - r - q;
  const span = endFrame - frame;
  const start = (first - frame) / span;
  const dx = step / span;
  const perDx = span / step;
  let time: BezierTime | null = null;
  // Few frames are not worth the cuts.
  const parts = to - from < 2 * PARTS ? 1 : PARTS;
  let i = from;
  let xFrom = 0;
  let slope0 = 1 / c;
  let bend0 = -2 * b * slope0 * slope0 * slope0;
  for (let part = 0; part < parts && i < to; part++) {
    const t0 = part / parts;
    const t1 = (part + 1) / parts;
    const xTo = part === parts - 1 ? Infinity : ((a * t1 + b) * t1 + c) * t1;
    const stop = xTo === Infinity ? to : Math.min(to, Math.ceil((xTo - start) * perDx));
    const length = (xTo === Infinity ? 1 : xTo) - xFrom;
    const slope1 = 1 / ((a3 * t1 + b2) * t1 + c);
    const bend1 = -2 * (a3 * t1 + b) * slope1 * slope1 * slope1;
    // Quintic Hermite by the share of the part gone.
    const d0 = slope0 * length;
    const d1 = slope1 * length;
    const e0 = bend0 * length * length;
    const e1 = bend1 * length * length;
    const way = t1 - t0;
    const k2 = e0 / 2;
    const k3 = 10 * way - 6 * d0 - 4 * d1 - 1.5 * e0 + 0.5 * e1;
    const k4 = -15 * way + 8 * d0 + 7 * d1 + 1.5 * e0 - e1;
    const k5 = 6 * way - 3 * (d0 + d1) - 0.5 * (e0 - e1);
    const perLength = 1 / length;
    const offset = (start - xFrom) * perLength;
    const dShare = dx * perLength;
    let x = start + dx * i;
    let s = offset + dShare * i;
    for (; i < stop; i++, x += dx, s += dShare) {
      const guess = ((((k5 * s + k4) * s + k3) * s + k2) * s + d0) * s + t0;
      const miss = (((a * guess + b) * guess + c) * guess - x) / ((a3 * guess + b2) * guess + c);
      const t = miss < TRUSTED && miss > -TRUSTED ? guess - miss : (time ??= createBezierTime(x1, x2))(x);
      out[i] = ((p * t + q) * t + r) * t + value;
    }
    xFrom = xTo;
    slope0 = slope1;
    bend0 = bend1;
  }
}
