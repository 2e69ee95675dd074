/** A place on a way, in whatever unit: of a plane or of space. */
export type WayPoint = readonly number[];

/** A way that turns by less than this (degrees) from one drawing to the next has no corner there. */
const LEAST_TURN = 35;
/** And by this many times more than at the drawings beside it. */
const TIMES_BESIDE = 2.5;

function turnAt(points: readonly WayPoint[], i: number, least: number): number {
  const [before, at, after] = [points[i - 1], points[i], points[i + 1]];
  if (!before || !at || !after) return 0;
  const [from, to] = [at.map((value, side) => value - before[side]!), after.map((value, side) => value - at[side]!)];
  const [a, b] = [Math.hypot(...from), Math.hypot(...to)];
  if (a < least || b < least) return 0;
  const cos = from.reduce((sum, value, side) => sum + value * to[side]!, 0) / (a * b);
  return (Math.acos(Math.min(1, Math.max(-1, cos))) * 180) / Math.PI;
}

/**
 * Where a way, a place a drawing, breaks: the places at which it turns sharply and those beside it do not. A turn back
 * the same way (a swing) is none, nor is what moves by less than `least`.
 */
export function cornersOf(points: readonly WayPoint[], least: number): number[] {
  const turns = points.map((_, i) => turnAt(points, i, least));
  return turns.flatMap((turn, i) => {
    const beside = Math.max(turns[i - 1] ?? 0, turns[i + 1] ?? 0);
    return turn >= LEAST_TURN && turn < 175 && turn > TIMES_BESIDE * beside ? [i] : [];
  });
}
