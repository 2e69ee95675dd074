import { type PathPoint, piecePoint, type Point, type PointLine } from '@undulan/core';

const NONE: Point = { x: 0, y: 0 };

export function movePoint<P extends PathPoint>(points: readonly P[], at: number, to: Point): P[] {
  return points.with(at, { ...points[at]!, x: to.x, y: to.y });
}

/** A handle elsewhere; of a smooth point the other stays in line with it, as long as it was. */
export function moveHandle<P extends PathPoint>(
  points: readonly P[],
  at: number,
  side: 'in' | 'out',
  to: Point,
  alone: boolean,
): P[] {
  const point = points[at]!;
  const handle = { x: to.x - point.x, y: to.y - point.y };
  const other = side === 'in' ? 'out' : 'in';
  const before = point[other];
  const length = Math.hypot(before.x, before.y);
  const reach = Math.hypot(handle.x, handle.y);
  const opposite =
    alone || !isSmooth(point) || reach === 0
      ? before
      : { x: (-handle.x / reach) * length, y: (-handle.y / reach) * length };
  return points.with(at, { ...point, [side]: handle, [other]: opposite });
}

/** Whether the line goes through a point without a corner. */
export function isSmooth({ in: a, out: b }: PathPoint): boolean {
  const [la, lb] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
  if (la < 1e-6 || lb < 1e-6) return false;
  return (a.x * b.x + a.y * b.y) / (la * lb) < -0.999;
}

/** A corner becomes smooth, along the way from the point before to the one after; a smooth point a corner. */
export function turnPoint<P extends PathPoint>({ points, closed }: PointLine<P>, at: number): P[] {
  const point = points[at]!;
  if (isSmooth(point)) return points.with(at, { ...point, in: NONE, out: NONE });
  const count = points.length;
  const before = points[at - 1] ?? (closed ? points[count - 1]! : point);
  const after = points[at + 1] ?? (closed ? points[0]! : point);
  const along = { x: after.x - before.x, y: after.y - before.y };
  const length = Math.hypot(along.x, along.y) || 1;
  const reach = (to: PathPoint): number => Math.hypot(to.x - point.x, to.y - point.y) / 3;
  const handle = (way: number, by: number): Point => ({
    x: ((way * along.x) / length) * by,
    y: ((way * along.y) / length) * by,
  });
  return points.with(at, { ...point, in: handle(-1, reach(before)), out: handle(1, reach(after)) });
}

/** The points without one of them; of two none is taken. */
export function removePoint<P extends PathPoint>(points: readonly P[], at: number): P[] | null {
  return points.length > 2 ? points.toSpliced(at, 1) : null;
}

/** A piece bent so that its point at a parameter comes to lie elsewhere: both handles take their share. */
export function bendPiece<P extends PathPoint>(
  { points, closed }: PointLine<P>,
  piece: number,
  t: number,
  by: Point,
): P[] {
  const to = piece + 1 === points.length && closed ? 0 : piece + 1;
  const [b1, b2] = [3 * (1 - t) * (1 - t) * t, 3 * (1 - t) * t * t];
  const all = b1 * b1 + b2 * b2;
  const moved = ({ x, y }: Point, share: number): Point => ({
    x: x + (by.x * share) / all,
    y: y + (by.y * share) / all,
  });
  const bent = points.with(piece, { ...points[piece]!, out: moved(points[piece]!.out, b1) });
  return bent.with(to, { ...bent[to]!, in: moved(bent[to]!.in, b2) });
}

const PARTS = 24;

/** The place on a line that is nearest to a point: which piece, and the parameter on it. */
export function nearestOn(
  { points, closed }: PointLine,
  at: Point,
): { piece: number; t: number; distance: number } | null {
  let nearest: { piece: number; t: number; distance: number } | null = null;
  const count = closed ? points.length : points.length - 1;
  for (let piece = 0; piece < count; piece++) {
    const [from, to] = [points[piece]!, points[(piece + 1) % points.length]!];
    for (let part = 0; part <= PARTS; part++) {
      const t = part / PARTS;
      const { x, y } = piecePoint(from, to, t);
      const distance = Math.hypot(x - at.x, y - at.y);
      if (!nearest || distance < nearest.distance) nearest = { piece, t, distance };
    }
  }
  return nearest;
}
