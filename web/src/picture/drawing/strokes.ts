import type { Stroke } from '@undulan/contract';
import { getStroke } from 'perfect-freehand';

export type Spot = Stroke['points'][number];

/** What a drawing over a frame is drawn in: neither the target's colour nor the take's. */
export const DRAWING_COLOUR = '#2456a6';

/** Width of a line, in stage pixels of a stage 960 wide. */
const LINE_SHARE = 5 / 960;
const HEAD = 4.5;

export function lineWidthOn(stageWidthPx: number): number {
  return Math.max(2, stageWidthPx * LINE_SHARE);
}

/** The points kept of a line drawn by hand: none nearer to the one before than a few pixels. */
export function thinned(points: readonly Spot[], leastPx: number): Spot[] {
  const kept: Spot[] = [];
  for (const point of points) {
    const last = kept.at(-1);
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= leastPx) kept.push(point);
  }
  const end = points.at(-1);
  if (end && kept.at(-1) !== end) kept.push(end);
  return kept;
}

/**
 * The stroke that a hand's way becomes: all of it for a pen, its ends for an arrow, its ends and its middle for an arc.
 * Null where it went nowhere.
 */
export function strokeOf(kind: Stroke['kind'], way: readonly Spot[], leastPx: number): Stroke | null {
  const points = thinned(way, leastPx);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 2) return null;
  if (kind === 'pen') return { kind, points: points.slice(0, 2000).map(rounded) };
  if (kind === 'arrow') return { kind, points: [first, last].map(rounded) };
  return { kind, points: [first, midway(points), last].map(rounded) };
}

function rounded({ x, y }: Spot): Spot {
  return { x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 };
}

/** The point half-way along, by length. */
function midway(points: readonly Spot[]): Spot {
  const lengths = points.slice(1).map((point, i) => Math.hypot(point.x - points[i]!.x, point.y - points[i]!.y));
  let left = lengths.reduce((sum, length) => sum + length, 0) / 2;
  for (const [i, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const t = left / length;
      return { x: points[i]!.x * (1 - t) + points[i + 1]!.x * t, y: points[i]!.y * (1 - t) + points[i + 1]!.y * t };
    }
    left -= length;
  }
  return points.at(-1)!;
}

export interface StrokePaths {
  /** An area to fill. */
  fill: string | null;
  /** A line to follow. */
  line: string | null;
}

/** A stroke as SVG paths, in stage pixels. */
export function pathsOf({ kind, points }: Stroke, widthPx: number): StrokePaths {
  const [first, last] = [points[0]!, points.at(-1)!];
  if (kind === 'pen')
    return {
      fill: outlinePath(
        getStroke(
          points.map(({ x, y }) => [x, y]),
          { size: widthPx * 1.6, thinning: 0.2, smoothing: 0.6, streamline: 0.35 },
        ),
      ),
      line: null,
    };
  if (kind === 'arrow')
    return { fill: headPath(first, last, widthPx), line: `M${first.x} ${first.y}L${last.x} ${last.y}` };
  // The parabola through the three points that passes the middle one half-way.
  const mid = points[1]!;
  const control = { x: 2 * mid.x - (first.x + last.x) / 2, y: 2 * mid.y - (first.y + last.y) / 2 };
  return { fill: null, line: `M${first.x} ${first.y}Q${control.x} ${control.y} ${last.x} ${last.y}` };
}

function outlinePath(outline: number[][]): string {
  return outline.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x!.toFixed(1)} ${y!.toFixed(1)}`).join('') + 'Z';
}

function headPath(from: Spot, to: Spot, widthPx: number): string {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const size = widthPx * HEAD;
  const at = (along: number, across: number): string =>
    `${(to.x - ux * along - uy * across).toFixed(1)} ${(to.y - uy * along + ux * across).toFixed(1)}`;
  return `M${to.x} ${to.y}L${at(size, size * 0.45)}L${at(size, -size * 0.45)}Z`;
}
