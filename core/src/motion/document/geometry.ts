import * as z from 'zod';

export const Colour = z.string().regex(/^#[0-9a-f]{6}$/i);

const Pixels = z.number().min(-1e6).max(1e6);
export const Point = z.object({ x: Pixels, y: Pixels });
export type Point = z.infer<typeof Point>;

/** A point of a path with its two handles, offsets in px. */
export const PathPoint = Point.extend({ in: Point, out: Point });
export type PathPoint = z.infer<typeof PathPoint>;
