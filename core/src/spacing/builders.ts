import { type EaseName, EASES } from '../motion/curve/eases.ts';
import { framesPerSecond, type Rate } from '../time/rate.ts';

/**
 * How far along each drawing of a segment is: `n + 1` values for `n` frames, from 0 exactly to 1 exactly. `n` is at
 * least 1.
 */
export type Spacing = number[];

function ofTime(n: number, at: (u: number) => number): Spacing {
  return Array.from({ length: n + 1 }, (_, k) => (k === 0 ? 0 : k === n ? 1 : at(k / n)));
}

/** The same spacing played from the other end: what was a slow finish is a slow start. */
export function turned(spacing: Spacing): Spacing {
  return spacing.map((progress) => 1 - progress).reverse();
}

export function evenSpacing(n: number): Spacing {
  return ofTime(n, (u) => u);
}

/**
 * Each drawing goes a part of what is left: `part` 1/2 gives the halves 0, 1/2, 3/4, 7/8, 1. What would leave less
 * than `least` of the way has arrived.
 */
function partsTowardEnd(n: number, part: number, least: number): Spacing {
  return Array.from({ length: n + 1 }, (_, k) => (k === n || (1 - part) ** k < least ? 1 : 1 - (1 - part) ** k));
}

export type Toward = 'end' | 'start' | 'both';

/**
 * Halves toward the end (0, 1/2, 3/4, 7/8, 1), toward the start, or toward both ends (0, 1/8, 1/4, 1/2, 3/4, 7/8, 1).
 * Drawings that would be nearer than `least` of the way to one another stand where it starts or ends.
 */
export function halvesSpacing(n: number, toward: Toward, least = 0): Spacing {
  if (toward === 'end') return partsTowardEnd(n, 1 / 2, least);
  if (toward === 'start') return turned(partsTowardEnd(n, 1 / 2, least));
  // With an even count the middle drawing is half way; with an odd one the two in the middle are a quarter off it.
  const firstHalf = Math.floor(n / 2);
  const nearest = n % 2 === 0 ? 1 : 2;
  return Array.from({ length: n + 1 }, (_, k) => {
    if (k === 0 || k === n) return k / n;
    const left = 2 ** -(firstHalf - Math.min(k, n - k) + nearest);
    const stands = left / 2 < least ? 0 : left;
    return k <= firstHalf ? stands : 1 - stands;
  });
}

/** As halves, going two thirds of what is left with each drawing: 0, 2/3, 8/9, 1. */
export function thirdsSpacing(n: number, toward: 'end' | 'start', least = 0): Spacing {
  const spacing = partsTowardEnd(n, 2 / 3, least);
  return toward === 'end' ? spacing : turned(spacing);
}

/**
 * A breakdown at its place in time (`atFrame` of n) that favours one extreme: at 1/3, 1/4 … of the way; even on both
 * sides of it.
 */
export function favouredSpacing(n: number, atFrame: number, progress: number): Spacing {
  return Array.from({ length: n + 1 }, (_, k) => {
    if (k === n) return 1;
    return k <= atFrame ? (progress * k) / atFrame : progress + ((1 - progress) * (k - atFrame)) / (n - atFrame);
  });
}

export function easedSpacing(n: number, ease: EaseName): Spacing {
  return ofTime(n, EASES[ease]);
}

/** Standard gravity, m/s² (3rd CGPM, 1901). */
export const GRAVITY = 9.80665;

/** Frames a fall from rest takes: `√(2h/g)·rate`. A drop of 1.2 m takes 11.87 frames at 24 fps. */
export function dropFrames(heightMetres: number, rate: Rate, gravity = GRAVITY): number {
  return Math.sqrt((2 * heightMetres) / gravity) * framesPerSecond(rate);
}

/** Under gravity height is a parabola in time: a drop goes as u², a rise to the top as its mirror. */
export function gravitySpacing(n: number, way: 'drop' | 'rise'): Spacing {
  return ofTime(n, way === 'drop' ? (u) => u * u : (u) => 1 - (1 - u) ** 2);
}

/** Half a swing, from turn to turn: `(1 − cos πu)/2`, slow at both. */
export function swingSpacing(n: number): Spacing {
  return ofTime(n, (u) => (1 - Math.cos(Math.PI * u)) / 2);
}

/**
 * A spring let go: it overshoots and settles, `1 − e^(−d·u)·cos(2πc·u)` with `cycles` c and `damping` d over the
 * segment, brought to exactly 1 at its end by what is missing there in proportion to time.
 */
export function springSpacing(n: number, cycles: number, damping: number): Spacing {
  const free = (u: number): number => 1 - Math.exp(-damping * u) * Math.cos(2 * Math.PI * cycles * u);
  const missing = 1 - free(1);
  return ofTime(n, (u) => free(u) + missing * u);
}

/** One stretch of a rate plan: some frames at a speed, in whatever unit all of them share. */
export interface RateStretch {
  frames: number;
  speed: number;
}

/**
 * The spacing of going at given speeds one after another: the way gone by each frame ÷ the whole way. The speeds must
 * not all be 0, nor be negative.
 */
export function ratePlanSpacing(stretches: readonly RateStretch[]): Spacing {
  const ways = [0];
  for (const { frames, speed } of stretches) for (let i = 0; i < frames; i++) ways.push(ways.at(-1)! + speed);
  const whole = ways.at(-1)!;
  return ways.map((way) => way / whole);
}

/** Way gone from each drawing to the next: progress at k minus that at k − 1. */
export function stepsOf(spacing: Spacing): number[] {
  return spacing.slice(1).map((progress, k) => progress - spacing[k]!);
}
