import * as z from 'zod';

export const Colour = z.string().regex(/^#[0-9a-f]{6}$/i);

const Pixels = z.number().min(-1e6).max(1e6);
export const Point = z.object({ x: Pixels, y: Pixels });
export type Point = z.infer<typeof Point>;

/** A point of a path with its two handles, offsets in px. */
export const PathPoint = Point.extend({ in: Point, out: Point });
export type PathPoint = z.infer<typeof PathPoint>;

/** The place on the cubic piece between two points of a path, at a parameter `t` in [0, 1]. */
export function piecePoint(from: PathPoint, to: PathPoint, t: number): Point {
  const u = 1 - t;
  const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return {
    x: a * from.x + b * (from.x + from.out.x) + c * (to.x + to.in.x) + d * to.x,
    y: a * from.y + b * (from.y + from.out.y) + c * (to.y + to.in.y) + d * to.y,
  };
}
