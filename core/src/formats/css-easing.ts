import { extentOf } from '../extent.ts';
import { trimmed } from '../format-fixed.ts';
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

/** A named ease is written with so many points at most, ends counted; no straight way is further from it than this. */
const MOST_STOPS = 64;
const NEAR = 8e-4;
/** An ease is looked at on so many places, and between them where it stands upright, down to so small a time. */
const PLACES = 1500;
const LEAST_TIME = 1e-8;

const KEYWORDS: Record<string, CurveShape> = {
  linear: { x1: 1 / 3, y1: 1 / 3, x2: 2 / 3, y2: 2 / 3 },
  ease: { x1: 0.25, y1: 0.1, x2: 0.25, y2: 1 },
  'ease-in': { x1: 0.42, y1: 0, x2: 1, y2: 1 },
  'ease-out': { x1: 0, y1: 0, x2: 0.58, y2: 1 },
  'ease-in-out': { x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
};

const number = (value: number): string => trimmed(value, 4);

/** Writes an ease in the CSS notation: a curve exactly to four decimals, a named ease by points. */
export function writeCssEasing(shape: EaseShape): string {
  if (shape.leave === 'curve')
    return `cubic-bezier(${[shape.x1, shape.y1, shape.x2, shape.y2].map(number).join(', ')})`;
  if (shape.leave === 'linear') return 'linear';
  if (shape.leave === 'step') return 'step-end';
  const stops = stopsOf(easeProgress(shape));
  const words = stops.map(({ at, progress }, i) =>
    i === 0 || i === stops.length - 1 ? number(progress) : `${number(progress)} ${number(100 * at)}%`,
  );
  return `linear(${words.join(', ')})`;
}

/** Points on an ease, so few as will do, where they are needed: straight ways between them are near it throughout. */
function stopsOf(progress: (at: number) => number): EasePoint[] {
  const all: EasePoint[] = [{ at: 0, progress: progress(0) }];
  const lookTo = (to: EasePoint): void => {
    const from = all.at(-1)!;
    if (Math.abs(to.progress - from.progress) > NEAR && to.at - from.at > LEAST_TIME) {
      const at = (from.at + to.at) / 2;
      lookTo({ at, progress: progress(at) });
      lookTo(to);
    } else all.push(to);
  };
  for (let i = 1; i <= PLACES; i++) lookTo({ at: i / PLACES, progress: progress(i / PLACES) });
  const parts = partsOf(all, progress);
  for (let near = NEAR; ; near *= 1.03) {
    const stops = parts.flatMap((part, i) => settled(fewest(part, near), part).slice(i === 0 ? 0 : 1));
    if (stops.length <= MOST_STOPS) return stops;
  }
}

/** How much a slope must change at once to be a corner. */
const CORNER = 1;
const HALVINGS = 40;

/** What lies between corners, where a way turns back at once (as a ball does on the floor): each found exactly. */
function partsOf(all: readonly EasePoint[], progress: (at: number) => number): EasePoint[][] {
  const parts: EasePoint[][] = [[all[0]!]];
  const slope = (i: number): number => (all[i + 1]!.progress - all[i]!.progress) / (all[i + 1]!.at - all[i]!.at);
  for (let i = 1; i < all.length; i++) {
    const [before, after] = [slope(i - 1), i + 1 < all.length ? slope(i) : slope(i - 1)];
    parts.at(-1)!.push(all[i]!);
    if (before * after >= 0 || Math.abs(after - before) < CORNER) continue;
    // The turn lies on either side of this place: by thirds, toward what is further out.
    let [low, high] = [all[i - 1]!.at, all[i + 1]!.at];
    for (let halving = 0; halving < HALVINGS; halving++) {
      const [one, other] = [low + (high - low) / 3, high - (high - low) / 3];
      if ((progress(one) - progress(other)) * Math.sign(after) < 0) high = other;
      else low = one;
    }
    const corner = { at: low, progress: progress(low) };
    const part = parts.at(-1)!;
    parts[parts.length - 1] = [...part.filter(({ at }) => at < corner.at), corner];
    parts.push([corner, ...(all[i]!.at > corner.at ? [all[i]!] : [])]);
  }
  return parts;
}

/**
 * The points between the ends moved to the middle of how far their two straight ways are off, one way and the other:
 * chords of a bow lie all on one side of it.
 */
function settled(stops: readonly EasePoint[], all: readonly EasePoint[]): EasePoint[] {
  const off = stops.slice(1).map((to, i) => {
    const from = stops[i]!;
    const within = all.filter(({ at }) => at > from.at && at < to.at);
    const { low, high } = extentOf([0, ...within.map(({ at, progress }) => progress - between([from, to], at))]);
    return (low + high) / 2;
  });
  return stops.map((stop, i) =>
    i === 0 || i === stops.length - 1 ? stop : { ...stop, progress: stop.progress + (off[i - 1]! + off[i]!) / 2 },
  );
}

/** From point to point as far as a straight way stays near all between. */
function fewest(all: readonly EasePoint[], near: number): EasePoint[] {
  const stops = [all[0]!];
  for (let from = 0; from < all.length - 1;) {
    let to = from + 1;
    while (to + 1 < all.length && isNear(all, from, to + 1, near)) to++;
    stops.push(all[to]!);
    from = to;
  }
  return stops;
}

function isNear(all: readonly EasePoint[], from: number, to: number, near: number): boolean {
  const [a, b] = [all[from]!, all[to]!];
  const slope = (b.progress - a.progress) / (b.at - a.at);
  for (let i = from + 1; i < to; i++)
    if (Math.abs(all[i]!.progress - a.progress - slope * (all[i]!.at - a.at)) > near) return false;
  return true;
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

/**
 * The progress at a time, as the standard has it: before the first point and after the last it goes on in the slope
 * there; where all points are at one place it is the last one's.
 */
function between(points: readonly EasePoint[], t: number): number {
  const last = points.at(-1)!;
  if (points[0]!.at === last.at) return last.progress;
  const on = points.findLast((point) => point.at === t);
  if (on) return on.progress;
  const next = points.findIndex((point) => point.at > t);
  const to = next < 0 ? points.length - 1 : Math.max(1, next);
  const [a, b] = [points[to - 1]!, points[to]!];
  if (a.at === b.at) return b.progress;
  return a.progress + ((b.progress - a.progress) * (t - a.at)) / (b.at - a.at);
}
