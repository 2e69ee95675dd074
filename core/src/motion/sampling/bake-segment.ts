import { type Ease, EASES } from '../curve/eases.ts';
import type { Key } from '../document/schema.ts';
import { type Blend, createSegmentSampler, segmentCurve } from './segment.ts';

/** Parts a curve of many frames is cut into. */
const PARTS = 5;

/** Coefficients of time below this leave it a straight line, to well within a billionth of the span. */
const EVEN_TIME = 1e-11;

/**
 * Steps of the parameter whose squares come to less than this are trusted: what each leaves goes with its cube, and
 * with the square of the bend over the slope. One test a part, since one a frame costs a quarter of the time.
 */
const TRUSTED = 1e-6;

/** Samples to write: those from `from` to `to` (not included), sample i being at frame `first + i·step`. */
export interface Samples {
  from: number;
  to: number;
  first: number;
  step: number;
}

/**
 * Writes samples of the segment between `keys[index]` and the next into `out`: one loop for each way to leave, no call
 * a sample.
 */
export function bakeSegmentInto(
  out: Float64Array,
  keys: readonly Key[],
  index: number,
  samples: Samples,
  blend: Blend = 'number',
): void {
  const { leave, value } = keys[index]!;
  if (blend !== 'number') solveInto(out, samples, createSegmentSampler(keys, index, blend));
  else if (leave === 'step' || (leave !== 'curve' && value === keys[index + 1]!.value))
    out.fill(value, samples.from, samples.to);
  else if (leave === 'linear') straightInto(out, samples, keys[index]!, keys[index + 1]!);
  else if (leave === 'curve') curveInto(out, keys, index, samples);
  else easeInto(out, samples, keys[index]!, keys[index + 1]!, EASES[leave]);
}

/** Samples written a round: the loop's own cost is shared among them. */
const ROUND = 8;

/**
 * Written from the end down, in rounds: measured at 1.0 ns a sample where the same rounds upward cost 1.45 (Node 20)
 * and one sample a round 1.8.
 */
function straightInto(
  out: Float64Array,
  { from, to, first, step }: Samples,
  { frame, value }: Key,
  { frame: endFrame, value: end }: Key,
): void {
  const slope = (end - value) / (endFrame - frame);
  const delta = slope * step;
  const base = value + slope * (first - frame);
  let i = to - ROUND;
  if (i < from) for (let k = from; k < to; k++) out[k] = base + delta * k;
  else {
    const d2 = 2 * delta;
    const d3 = 3 * delta;
    const d4 = 4 * delta;
    const d5 = 5 * delta;
    const d6 = 6 * delta;
    const d7 = 7 * delta;
    const dRound = ROUND * delta;
    for (let at = base + delta * i; i >= from; i -= ROUND, at -= dRound) {
      out[i + 7] = at + d7;
      out[i + 6] = at + d6;
      out[i + 5] = at + d5;
      out[i + 4] = at + d4;
      out[i + 3] = at + d3;
      out[i + 2] = at + d2;
      out[i + 1] = at + delta;
      out[i] = at;
    }
    // What is left at the start is fewer than a round.
    for (let k = i + ROUND - 1; k >= from; k--) out[k] = base + delta * k;
  }
  // On the key itself the sum may be off by rounding.
  if (first + from * step === frame) out[from] = value;
}

function easeInto(out: Float64Array, { from, to, first, step }: Samples, key: Key, next: Key, ease: Ease): void {
  const span = next.frame - key.frame;
  for (let i = from; i < to; i++) {
    const share = ease((first + i * step - key.frame) / span);
    out[i] = key.value * (1 - share) + next.value * share;
  }
}

/**
 * Cuts the curve at equal steps of its parameter, where time is known without solving, and takes the parameter in each
 * part as a cubic of the time gone in it (Hermite): a start that one step by slope and bend (Halley's) brings home, for
 * each frame by itself. Parts where that is not sure (upright tangents) are solved frame by frame.
 */
function curveInto(out: Float64Array, keys: readonly Key[], index: number, samples: Samples): void {
  const { from, to, first, step } = samples;
  const { frame, value } = keys[index]!;
  const { value: end, frame: endFrame } = keys[index + 1]!;
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  const c = 3 * x1;
  const b = 3 * (x2 - x1) - c;
  const a = 1 - c - b;
  const a3 = 3 * a;
  const r = 3 * (v1 - value);
  const q = 3 * (v2 - v1) - r;
  const p = end - value - r - q;
  const span = endFrame - frame;
  const start = (first - frame) / span;
  const dx = step / span;
  if (Math.abs(a) < EVEN_TIME && Math.abs(b) < EVEN_TIME) {
    // Handles of a third, as automatic ones are: the parameter is the time gone.
    let i = from;
    let t = start + dx * from;
    for (; i + 3 < to; i += 4) {
      const t1 = t + dx;
      const t2 = t1 + dx;
      const t3 = t2 + dx;
      out[i] = ((p * t + q) * t + r) * t + value;
      out[i + 1] = ((p * t1 + q) * t1 + r) * t1 + value;
      out[i + 2] = ((p * t2 + q) * t2 + r) * t2 + value;
      out[i + 3] = ((p * t3 + q) * t3 + r) * t3 + value;
      t = t3 + dx;
    }
    for (; i < to; i++, t += dx) out[i] = ((p * t + q) * t + r) * t + value;
    return;
  }
  const perDx = span / step;
  // Few frames are not worth the cuts.
  const parts = to - from < 2 * PARTS ? 1 : PARTS;
  const way = 1 / parts;
  let i = from;
  let xFrom = 0;
  let slope0 = c;
  let g1 = 1 / c;
  let curl0 = b;
  for (let part = 0; part < parts && i < to; part++) {
    const t0 = part * way;
    const t1 = t0 + way;
    const isLast = part === parts - 1;
    const xTo = isLast ? 1 : ((a * t1 + b) * t1 + c) * t1;
    const partFrom = i;
    const partTo = isLast ? to : Math.min(to, Math.ceil((xTo - start) * perDx)) | 0;
    // Time and value as cubics of the parameter u gone since the part's start t0: time is a·u³ + curl0·u² + slope0·u
    // with slope0 = x′(t0) = 3a·t0² + 2b·t0 + c and curl0 = x″(t0)/2 = 3a·t0 + b; so at the part's end t1.
    const curl1 = a3 * t1 + b;
    const slope1 = (curl1 + b) * t1 + c;
    const q0 = 3 * p * t0 + q;
    const r0 = (q0 + q) * t0 + r;
    const v0 = ((p * t0 + q) * t0 + r) * t0 + value;
    // The parameter as a cubic of the time gone in the part, with the right slope at both ends.
    const length = xTo - xFrom;
    const steep = way / length;
    const gEnd = 1 / slope1;
    const g2 = (3 * steep - 2 * g1 - gEnd) / length;
    const g3 = (g1 + gEnd - 2 * steep) / (length * length);
    let misses = 0;
    for (let y = start + dx * i - xFrom; i < partTo; i++, y += dx) {
      const guess = ((g3 * y + g2) * y + g1) * y;
      const curl = a3 * guess + curl0;
      const slope = (curl + curl0) * guess + slope0;
      const late = ((a * guess + curl0) * guess + slope0) * guess - y;
      const miss = (late * slope) / (slope * slope - late * curl);
      const u = guess - miss;
      out[i] = ((p * u + q0) * u + r0) * u + v0;
      misses += miss * miss;
    }
    const bend0 = curl0 * g1;
    const bend1 = curl1 * gEnd;
    if (!(misses * (1 + bend0 * bend0 + bend1 * bend1) < TRUSTED))
      solveInto(out, { from: partFrom, to: partTo, first, step }, createSegmentSampler(keys, index, 'number'));
    xFrom = xTo;
    slope0 = slope1;
    g1 = gEnd;
    curl0 = curl1;
  }
}

function solveInto(
  out: Float64Array,
  { from, to, first, step }: Samples,
  sample: ReturnType<typeof createSegmentSampler>,
): void {
  for (let i = from; i < to; i++) out[i] = sample(first + i * step);
}
