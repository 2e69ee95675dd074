import { mixColours, packColour, unpackColour } from '../document/colour.ts';
import { piecePoint, type Point } from '../document/geometry.ts';
import type { Drawing, DrawnLine } from '../document/look.ts';

/** Each outline is taken as so many points, evenly spread by arc length. */
const POINTS = 96;
/** How finely a piece is measured. */
const PARTS = 16;

interface Measured {
  points: Point[];
  gone: number[];
}

/** A line in short straight parts, with the length gone at the end of each. */
function measure({ points, closed }: DrawnLine): Measured {
  const all: Point[] = [];
  const count = closed ? points.length : points.length - 1;
  if (count < 1) return { points: [points[0]!, points[0]!], gone: [0, 0] };
  for (let i = 0; i < count; i++) {
    const [from, to] = [points[i]!, points[(i + 1) % points.length]!];
    for (let part = i === 0 ? 0 : 1; part <= PARTS; part++) {
      all.push(piecePoint(from, to, part / PARTS));
    }
  }
  const gone = [0];
  for (let i = 1; i < all.length; i++)
    gone.push(gone[i - 1]! + Math.hypot(all[i]!.x - all[i - 1]!.x, all[i]!.y - all[i - 1]!.y));
  return { points: all, gone };
}

/** Points evenly spread along a line; of a closed one the last is not the first again. */
function spread(line: DrawnLine): Point[] {
  const { points, gone } = measure(line);
  const length = gone.at(-1)!;
  const steps = line.closed ? POINTS : POINTS - 1;
  let at = 0;
  return Array.from({ length: POINTS }, (_, i) => {
    const wanted = (i / steps) * length;
    while (at + 2 < gone.length && gone[at + 1]! < wanted) at++;
    const part = gone[at + 1]! - gone[at]!;
    const t = part > 0 ? Math.min(1, (wanted - gone[at]!) / part) : 0;
    const [from, to] = [points[at]!, points[at + 1]!];
    return { x: from.x * (1 - t) + to.x * t, y: from.y * (1 - t) + to.y * t };
  });
}

function middleOf(points: readonly Point[]): Point {
  return {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  };
}

/** How far apart two rounds of points are about their middles, the second begun at a place of it. */
function apart(a: readonly Point[], b: readonly Point[], start: number, way: 1 | -1): number {
  const [ma, mb] = [middleOf(a), middleOf(b)];
  return a.reduce((sum, from, i) => {
    const to = b[(start + way * i + 2 * b.length) % b.length]!;
    return sum + (from.x - ma.x - to.x + mb.x) ** 2 + (from.y - ma.y - to.y + mb.y) ** 2;
  }, 0);
}

/** The points of one line that those of another go to. */
interface Match {
  from: Point[];
  to: Point[];
  /** Where on the second line, as a share of it, the first point of the first one goes. */
  start: number;
}

/**
 * Matches two lines by arc length, with the least turning: the beginning and the way round of the second are those that
 * bring its points nearest to the first's. A beginning that is given (a share of the second's round) is kept.
 */
export function matchLines(first: DrawnLine, second: DrawnLine, start?: number): Match {
  const [from, to] = [spread(first), spread(second)];
  const rounds = first.closed && second.closed;
  const given = start === undefined ? null : Math.round(start * POINTS) % POINTS;
  const starts = !rounds ? [0] : given === null ? from.map((_, i) => i) : [given];
  let best: { at: number; way: 1 | -1; cost: number } | null = null;
  for (const at of starts) {
    for (const way of [1, -1] as const) {
      const begin = !rounds && way === -1 ? POINTS - 1 : at;
      const cost = apart(from, to, begin, way);
      if (!best || cost < best.cost - 1e-9) best = { at: begin, way, cost };
    }
  }
  const { at, way } = best!;
  return {
    from,
    to: from.map((_, i) => to[(at + way * i + 2 * POINTS) % POINTS]!),
    start: rounds ? at / POINTS : 0,
  };
}

const NONE: Point = { x: 0, y: 0 };

function lineOf(points: readonly Point[], like: Omit<DrawnLine, 'points'>): DrawnLine {
  return { ...like, points: points.map(({ x, y }) => ({ x, y, in: NONE, out: NONE })) };
}

function mixedColour(
  a: string | null | undefined,
  b: string | null | undefined,
  share: number,
): string | null | undefined {
  if (a && b) return unpackColour(mixColours(packColour(a), packColour(b), share));
  return share < 0.5 ? a : b;
}

/** One line on its way into another, at a share of the way; at both ends it is just what it is there. */
function between(first: DrawnLine, second: DrawnLine, { from, to }: Match, share: number): DrawnLine {
  const points = from.map(({ x, y }, i) => ({
    x: x * (1 - share) + to[i]!.x * share,
    y: y * (1 - share) + to[i]!.y * share,
  }));
  const [fill, stroke] = [mixedColour(first.fill, second.fill, share), mixedColour(first.stroke, second.stroke, share)];
  const width = (line: DrawnLine): number | undefined => line.strokePx;
  const [a, b] = [width(first), width(second)];
  const strokePx = a !== undefined && b !== undefined ? a * (1 - share) + b * share : share < 0.5 ? a : b;
  return lineOf(points, {
    closed: share < 0.5 ? first.closed : second.closed,
    ...(fill !== undefined && { fill }),
    ...(stroke !== undefined && { stroke }),
    ...(strokePx !== undefined && { strokePx }),
  });
}

/** A line drawn together onto the middle of it: from 1, as it is, to 0. */
function shrunk(line: DrawnLine, size: number): DrawnLine {
  const middle = middleOf(spread(line));
  const scaled = ({ x, y }: Point): Point => ({ x: x * size, y: y * size });
  return {
    ...line,
    points: line.points.map((point) => ({
      ...point,
      x: middle.x + (point.x - middle.x) * size,
      y: middle.y + (point.y - middle.y) * size,
      in: scaled(point.in),
      out: scaled(point.out),
    })),
  };
}

export interface Morph {
  /** The drawing at a share of the way; beyond 0 and 1 it is as at them. */
  at: (share: number) => Drawing;
  /** Where on the second, as a share of its round, the first point of the first goes: line by line. */
  starts: number[];
  /** What is said of lines without a partner; nothing where all have one. */
  says: string | null;
}

/**
 * A drawing on its way into another: line by line in their order, each matched by `matchLines` (with the beginnings
 * that are given). A line without a partner shrinks into its middle, or grows out of it.
 */
export function createMorph(first: Drawing, second: Drawing, starts: readonly (number | undefined)[] = []): Morph {
  const pairs = Math.min(first.lines.length, second.lines.length);
  const matches = Array.from({ length: pairs }, (_, i) => matchLines(first.lines[i]!, second.lines[i]!, starts[i]));
  const [go, come] = [first.lines.slice(pairs), second.lines.slice(pairs)];
  const count = go.length + come.length;
  const how = go.length > 0 ? 'shrinks into its middle' : 'grows out of its middle';
  return {
    at: (share) => {
      if (share <= 0) return first;
      if (share >= 1) return second;
      return {
        lines: [
          ...matches.map((match, i) => between(first.lines[i]!, second.lines[i]!, match, share)),
          ...go.map((line) => shrunk(line, 1 - share)),
          ...come.map((line) => shrunk(line, share)),
        ],
      };
    },
    starts: matches.map(({ start }) => start),
    says: count === 0 ? null : `${count === 1 ? 'One line has' : `${count} lines have`} no partner: each ${how}.`,
  };
}
