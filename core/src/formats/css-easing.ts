import { createBezierEase } from '../motion/curve/bezier-ease.ts';
import { type CurveShape, easeProgress, type EaseShape } from '../motion/sampling/ease-shape.ts';
import { accept, refuse, type Result } from '../result.ts';
import type { Spacing } from '../spacing/builders.ts';

/** One place of an ease given by points: how far along, at a share of the time. Straight from one to the next. */
export interface EasePoint {
  at: number;
  progress: number;
}

/**
 * An easing function as the CSS notation (CSS Easing Functions Level 2) writes it: one curve, or points with straight
 * lines between.
 */
export type CssEasing = { kind: 'curve'; shape: CurveShape } | { kind: 'points'; points: EasePoint[] };

/** Points that a named ease is written with; those that turn often need more. */
const STOPS = 32;
const STOPS_OF_TURNS = 96;

const KEYWORDS: Record<string, CurveShape> = {
  linear: { x1: 1 / 3, y1: 1 / 3, x2: 2 / 3, y2: 2 / 3 },
  ease: { x1: 0.25, y1: 0.1, x2: 0.25, y2: 1 },
  'ease-in': { x1: 0.42, y1: 0, x2: 1, y2: 1 },
  'ease-out': { x1: 0, y1: 0, x2: 0.58, y2: 1 },
  'ease-in-out': { x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
};

const number = (value: number): string => String(Number(value.toFixed(4)));

/** Writes an ease in the CSS notation: a curve exactly to four decimals, a named ease by points. */
export function writeCssEasing(shape: EaseShape): string {
  if (shape.leave === 'curve')
    return `cubic-bezier(${[shape.x1, shape.y1, shape.x2, shape.y2].map(number).join(', ')})`;
  if (shape.leave === 'linear') return 'linear';
  if (shape.leave === 'step') return 'step-end';
  const progress = easeProgress(shape);
  const stops = /^(elastic|bounce)/.test(shape.leave) ? STOPS_OF_TURNS : STOPS;
  return `linear(${Array.from({ length: stops + 1 }, (_, i) => number(progress(i / stops))).join(', ')})`;
}

const NUMBER = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i;

function numbersOf(list: string): number[] | null {
  const parts = list.split(',').map((part) => part.trim());
  return parts.every((part) => NUMBER.test(part)) ? parts.map(Number) : null;
}

function readCurve(list: string): Result<CssEasing> {
  const numbers = numbersOf(list);
  if (numbers?.length !== 4)
    return refuse(
      'not-four-numbers',
      [],
      'cubic-bezier() needs four numbers with commas between: cubic-bezier(0.4, 0, 0.2, 1).',
    );
  const [x1, y1, x2, y2] = numbers as [number, number, number, number];
  if (Math.min(x1, x2) < 0 || Math.max(x1, x2) > 1)
    return refuse('time-runs-back', [], 'The first and the third number of cubic-bezier() are times: from 0 to 1.');
  return accept({ kind: 'curve', shape: { x1, y1, x2, y2 } });
}

/**
 * Stops of `linear()`: a progress and up to two percentages each. Those without one are spread evenly between their
 * neighbours; none comes before an earlier one.
 */
function readPoints(list: string): Result<CssEasing> {
  const stops: { at: number | null; progress: number }[] = [];
  for (const part of list.split(',')) {
    const words = part.trim().split(/\s+/);
    const progress = words.filter((word) => NUMBER.test(word));
    const places = words.filter((word) => word.endsWith('%') && NUMBER.test(word.slice(0, -1)));
    if (progress.length !== 1 || places.length > 2 || progress.length + places.length !== words.length) {
      return refuse(
        'not-a-stop',
        [],
        `"${part.trim()}" is no stop of linear(): a number, and perhaps one or two percentages.`,
      );
    }
    for (const place of places.length > 0 ? places : [null])
      stops.push({ at: place === null ? null : Number(place.slice(0, -1)) / 100, progress: Number(progress[0]) });
  }
  if (stops.length < 2) return refuse('too-few-stops', [], 'linear() needs two stops at least: linear(0, 1).');
  stops[0]!.at ??= 0;
  stops.at(-1)!.at ??= 1;
  let latest = -Infinity;
  for (const stop of stops) if (stop.at !== null) latest = stop.at = Math.max(stop.at, latest);
  const points = stops.map(({ at, progress }, i): EasePoint => {
    if (at !== null) return { at, progress };
    const before = stops.findLastIndex((stop, k) => k < i && stop.at !== null);
    const after = stops.findIndex((stop, k) => k > i && stop.at !== null);
    return {
      at: stops[before]!.at! + ((stops[after]!.at! - stops[before]!.at!) * (i - before)) / (after - before),
      progress,
    };
  });
  return accept({ kind: 'points', points });
}

/**
 * Reads `cubic-bezier()`, `linear()` and the keywords for curves. Steps have no shape to keep and are refused, as is
 * anything else, with a sentence.
 */
export function readCssEasing(text: string): Result<CssEasing> {
  const bare = text.trim().replace(/;$/, '').trim().toLowerCase();
  const keyword = KEYWORDS[bare];
  if (keyword) return accept({ kind: 'curve', shape: keyword });
  const match = /^(cubic-bezier|linear)\(([^()]*)\)$/.exec(bare);
  if (!match)
    return refuse(
      'not-an-easing',
      [],
      'Write cubic-bezier(…), linear(…), or one of ease, ease-in, ease-out, ease-in-out, linear.',
    );
  return match[1] === 'linear' ? readPoints(match[2]!) : readCurve(match[2]!);
}

/** The spacing an easing gives `n` frames: how far along it is on each; the ends are the ends of the motion. */
export function easingSpacing(easing: CssEasing, n: number): Spacing {
  const progress =
    easing.kind === 'curve'
      ? createBezierEase(easing.shape.x1, easing.shape.y1, easing.shape.x2, easing.shape.y2).at
      : (t: number): number => between(easing.points, t);
  return Array.from({ length: n + 1 }, (_, k) => (k === 0 ? 0 : k === n ? 1 : progress(k / n)));
}

function between(points: readonly EasePoint[], t: number): number {
  const next = points.findIndex((point) => point.at > t);
  if (next < 0) return points.at(-1)!.progress;
  if (next === 0) return points[0]!.progress;
  const [a, b] = [points[next - 1]!, points[next]!];
  const share = (t - a.at) / (b.at - a.at);
  return a.progress * (1 - share) + b.progress * share;
}
