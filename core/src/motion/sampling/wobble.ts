import type { Wobble } from '../document/schema.ts';

/** Four octaves: a finer one would move less than a frame can show. */
const OCTAVES = 4;

/**
 * A number in [−1, 1] that follows from seed and lattice point alone: the finaliser of MurmurHash3 (Appleby, public
 * domain) over the two.
 */
function latticeValue(seed: number, octave: number, point: number): number {
  let h = Math.imul(point, 0x9e3779b1) ^ Math.imul(octave + 1, 0x85ebca77) ^ seed;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  h ^= h >>> 16;
  return ((h >>> 0) / 0xffffffff) * 2 - 1;
}

/** Perlin's quintic fade (2002) and its slope: no kink at a lattice point. */
const fade = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10);
const fadeSlope = (t: number): number => 30 * t * t * (t - 1) * (t - 1);

interface ValueAndSlope {
  value: number;
  /** Per frame. */
  slope: number;
}

function envelope({ firstFrame, lastFrame, fadeInFrames, fadeOutFrames }: Wobble, frame: number): ValueAndSlope {
  if (frame < firstFrame || frame > lastFrame) return { value: 0, slope: 0 };
  const up = fadeInFrames > 0 ? Math.min(1, (frame - firstFrame) / fadeInFrames) : 1;
  const down = fadeOutFrames > 0 ? Math.min(1, (lastFrame - frame) / fadeOutFrames) : 1;
  const upSlope = up < 1 ? fadeSlope(up) / fadeInFrames : 0;
  const downSlope = down < 1 ? -fadeSlope(down) / fadeOutFrames : 0;
  return { value: fade(up) * fade(down), slope: upSlope * fade(down) + fade(up) * downSlope };
}

/** What a wobble adds at a frame, and how fast that changes (per frame). It never exceeds the amplitude. */
export function wobbleAt(wobble: Wobble, frame: number): ValueAndSlope {
  const shape = envelope(wobble, frame);
  if (shape.value === 0 && shape.slope === 0) return { value: 0, slope: 0 };
  let value = 0;
  let slope = 0;
  let weight = 1;
  let total = 0;
  for (let octave = 0; octave < OCTAVES && weight > 0; octave++) {
    const period = wobble.periodFrames / 2 ** octave;
    const at = frame / period;
    const point = Math.floor(at);
    const a = latticeValue(wobble.seed, octave, point);
    const b = latticeValue(wobble.seed, octave, point + 1);
    value += weight * (a + (b - a) * fade(at - point));
    slope += (weight * (b - a) * fadeSlope(at - point)) / period;
    total += weight;
    weight *= wobble.roughness;
  }
  const scale = wobble.amplitude / total;
  return { value: scale * value * shape.value, slope: scale * (slope * shape.value + value * shape.slope) };
}
