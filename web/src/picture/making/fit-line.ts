import { type DrawnLine, type DrawnPoint, piecePoint, type Point } from '@undulan/core';
import fitCurve from 'fit-curve';

/** A point as the pen left it: where, in px, and how hard it was pressed. */
export interface PenPoint extends Point {
  press: number;
}

/** How far a smoothed line may be off the hand's, in px, at 0 and at 100 %. */
const CLOSEST_PX = 0.5;
const LOOSEST_PX = 14;
/** Nearer to the one before a point tells nothing. */
const LEAST_PX = 1;
/** How near its beginning a line ends that is meant to close, in px. */
const CLOSING_PX = 14;

const rounded = (value: number): number => Math.round(value * 100) / 100;

function thinned(way: readonly PenPoint[]): PenPoint[] {
  const kept: PenPoint[] = [];
  for (const point of way) {
    const last = kept.at(-1);
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= LEAST_PX) kept.push(point);
  }
  return kept;
}

/** Whether a line by hand comes back to where it began. */
export function closesItself(way: readonly PenPoint[]): boolean {
  const [first, last] = [way[0], way.at(-1)];
  return way.length > 8 && Math.hypot(first!.x - last!.x, first!.y - last!.y) <= CLOSING_PX;
}

/**
 * The few points, with handles, that a line by hand becomes: the curve fitted to it (Schneider 1990, "An algorithm for
 * automatically fitting digitized curves") within a distance that grows with how far it is to be smoothed (0–100 %).
 * Null where the pen went nowhere.
 */
export function fitLine(way: readonly PenPoint[], smooth: number): DrawnPoint[] | null {
  const points = thinned(way);
  if (points.length === 0) return null;
  const none = { x: 0, y: 0 };
  if (points.length === 1) return [{ ...points[0]!, in: none, out: none }];
  const error = CLOSEST_PX * (LOOSEST_PX / CLOSEST_PX) ** (smooth / 100);
  const pieces = fitCurve(
    points.map(({ x, y }) => [x, y]),
    error,
  ) as [number, number][][];
  const pressAt = ([x, y]: readonly [number, number]): number => {
    let nearest = points[0]!;
    for (const point of points)
      if (Math.hypot(point.x - x, point.y - y) < Math.hypot(nearest.x - x, nearest.y - y)) nearest = point;
    return rounded(nearest.press);
  };
  return [...pieces, null].map((piece, i) => {
    const before = pieces[i - 1];
    const at = piece ? piece[0]! : before![3]!;
    const offset = (to: [number, number] | undefined): Point =>
      to ? { x: rounded(to[0] - at[0]), y: rounded(to[1] - at[1]) } : none;
    return {
      x: rounded(at[0]),
      y: rounded(at[1]),
      in: offset(before?.[2]),
      out: offset(piece?.[1]),
      press: pressAt(at),
    };
  });
}

const PARTS = 8;

/** A drawn line by fewer points, the fewer the more it is smoothed (0–100 %): as if its way had been drawn by hand. */
export function simplifyLine(line: DrawnLine, smooth: number): DrawnLine {
  const { points, closed } = line;
  const way: PenPoint[] = [];
  for (const [i, from] of points.entries()) {
    const to = points[i + 1] ?? (closed ? points[0] : undefined);
    const press = from.press ?? 0.5;
    way.push({ x: from.x, y: from.y, press });
    if (!to) continue;
    for (let part = 1; part < PARTS; part++) {
      const t = part / PARTS;
      way.push({ ...piecePoint(from, to, t), press: press + t * ((to.press ?? 0.5) - press) });
    }
  }
  if (closed) way.push(way[0]!);
  const fitted = fitLine(way, smooth);
  if (!fitted || fitted.length >= points.length) return line;
  if (!closed) return { ...line, points: fitted };
  return { ...line, points: fitted.slice(0, -1).with(0, { ...fitted[0]!, in: fitted.at(-1)!.in }) };
}
