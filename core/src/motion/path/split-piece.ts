import type { PathPoint, Point } from '../document/geometry.ts';

/** A line of cubic pieces: a drawn one, or a guide path. */
export interface PointLine<P extends PathPoint = PathPoint> {
  points: readonly P[];
  closed: boolean;
}

function mixed(a: Point, b: Point, t: number): Point {
  return { x: a.x * (1 - t) + b.x * t, y: a.y * (1 - t) + b.y * t };
}

/** A point more on a piece of a line, at a parameter of it: the line stays as it is (de Casteljau). */
export function splitPiece<P extends PathPoint>({ points, closed }: PointLine<P>, piece: number, t: number): P[] {
  const from = points[piece]!;
  const isLast = piece + 1 === points.length;
  const to = points[isLast && closed ? 0 : piece + 1]!;
  const [p0, p1, p2, p3] = [
    from,
    { x: from.x + from.out.x, y: from.y + from.out.y },
    { x: to.x + to.in.x, y: to.y + to.in.y },
    to,
  ];
  const [a, b, c] = [mixed(p0, p1, t), mixed(p1, p2, t), mixed(p2, p3, t)];
  const [d, e] = [mixed(a, b, t), mixed(b, c, t)];
  const middle = mixed(d, e, t);
  const less = (one: Point, other: Point): Point => ({ x: one.x - other.x, y: one.y - other.y });
  const put = { ...from, ...middle, in: less(d, middle), out: less(e, middle) };
  const opened = points.with(piece, { ...from, out: less(a, p0) });
  const target = isLast && closed ? 0 : piece + 1;
  return opened.with(target, { ...opened[target]!, in: less(c, p3) }).toSpliced(piece + 1, 0, put);
}
