import { bezierSlope, bezierValue } from '../curve/bezier.ts';
import type { Point } from '../document/geometry.ts';
import type { GuidePath } from '../document/schema.ts';

/**
 * A place on a path: where, which way it heads (degrees, 0 to the right, clockwise as y points down) and how sharply it
 * turns (1/px, positive clockwise).
 */
export interface PathPlace extends Point {
  angle: number;
  curvature: number;
}

export interface PathSampler {
  lengthPx: number;
  /** The place a share of the length along. A closed path goes round and round; an open one stays at its ends. */
  placeAt: (share: number) => PathPlace;
  /** As `placeAt`, the point alone, written into `out`. */
  pointInto: (out: Point, share: number) => Point;
  /** The share of the length gone at a parameter `t` in [0, 1] of one of the path's pieces. */
  shareAt: (piece: number, t: number) => number;
}

/** Gauss–Legendre nodes and weights of 8 points on [−1, 1], the positive half (Abramowitz & Stegun, table 25.4). */
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363];
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763];

/**
 * How far a looked-up place may be off along the path, in px; on paths longer than any stage it grows with them: to
 * 10⁻¹⁰ of the length, and to 10⁻⁵ of what is beyond `STAGE_PX`.
 */
const TOLERANCE_PX = 4e-7;
const TOLERANCE_SHARE = 1e-10;
const STAGE_PX = 1e5;
const WILD_SHARE = 1e-5;
const DEEPEST = 22;

function toleranceOf(lengthPx: number): number {
  return Math.max(TOLERANCE_PX, TOLERANCE_SHARE * lengthPx, WILD_SHARE * (lengthPx - STAGE_PX));
}
/** Entries of the guide table for each node: one look then finds the right stretch almost always. */
const GUIDES_PER_NODE = 12;

interface Piece {
  x: [number, number, number, number];
  y: [number, number, number, number];
}

function piecesOf({ points, closed }: GuidePath): Piece[] {
  const count = closed ? points.length : points.length - 1;
  return Array.from({ length: count }, (_, i) => {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    return { x: [a.x, a.x + a.out.x, b.x + b.in.x, b.x], y: [a.y, a.y + a.out.y, b.y + b.in.y, b.y] };
  });
}

function speedOf({ x, y }: Piece, t: number): number {
  return Math.hypot(bezierSlope(...x, t), bezierSlope(...y, t));
}

function gaussLength(piece: Piece, from: number, to: number): number {
  const middle = (from + to) / 2;
  const half = (to - from) / 2;
  let sum = 0;
  for (let i = 0; i < NODES.length; i++)
    sum += WEIGHTS[i]! * (speedOf(piece, middle - half * NODES[i]!) + speedOf(piece, middle + half * NODES[i]!));
  return sum * half;
}

/** One stretch between two nodes: t as a cubic of the length gone in it. */
interface Stretch {
  piece: number;
  fromT: number;
  toT: number;
  length: number;
  slopeFrom: number;
  slopeTo: number;
}

function hermite(from: number, to: number, slopeFrom: number, slopeTo: number, length: number, gone: number): number {
  const u = gone / length;
  const v = 1 - u;
  return from * v * v * (1 + 2 * u) + to * u * u * (3 - 2 * u) + length * u * v * (slopeFrom * v - slopeTo * u);
}

/**
 * dt/ds at an end of a stretch; where the path stands still for an instant (a handle of no length) the stretch's mean
 * stands in.
 */
function slopeAt(piece: Piece, t: number, mean: number): number {
  const speed = speedOf(piece, t);
  return speed > 0 ? Math.min(1 / speed, 8 * mean) : 2 * mean;
}

/** Cuts one piece into stretches good to `tolerance` (px), in order. */
function divide(curve: Piece, piece: number, tolerance: number): Stretch[] {
  const stretches: Stretch[] = [];
  const cut = (fromT: number, toT: number, depth: number): void => {
    const middle = (fromT + toT) / 2;
    const first = gaussLength(curve, fromT, middle);
    const length = first + gaussLength(curve, middle, toT);
    if (length === 0) return;
    const mean = (toT - fromT) / length;
    const [slopeFrom, slopeTo] = [slopeAt(curve, fromT, mean), slopeAt(curve, toT, mean)];
    const isGood = (gone: number): boolean => {
      const t = hermite(fromT, toT, slopeFrom, slopeTo, length, gone);
      return t >= fromT && t <= toT && Math.abs(gaussLength(curve, fromT, t) - gone) < tolerance;
    };
    const isFine =
      Math.abs(gaussLength(curve, fromT, toT) - length) < tolerance &&
      isGood(length * 0.25) &&
      isGood(length * 0.5) &&
      isGood(length * 0.75);
    if (isFine || depth >= DEEPEST) stretches.push({ piece, fromT, toT, length, slopeFrom, slopeTo });
    else {
      cut(fromT, middle, depth + 1);
      cut(middle, toT, depth + 1);
    }
  };
  cut(0, 1, 0);
  return stretches;
}

/**
 * Prepares a path for many look-ups by arc length: an adaptive table of stretches, each a cubic of t over the length,
 * refined until a place is within 4·10⁻⁷ px of where it belongs (more on paths larger than a stage, see `toleranceOf`);
 * found through a guide table. Equal shares are equal lengths, so a linear `travel` is an even speed.
 */
export function createPathSampler(path: GuidePath): PathSampler {
  const pieces = piecesOf(path);
  const tolerance = toleranceOf(pieces.reduce((sum, piece) => sum + gaussLength(piece, 0, 1), 0));
  const stretches = pieces.flatMap((curve, piece) => divide(curve, piece, tolerance));
  const count = stretches.length;
  const starts = new Float64Array(count + 1);
  stretches.forEach((stretch, i) => (starts[i + 1] = starts[i]! + stretch.length));
  const lengthPx = starts[count]!;

  // Per stretch: t = ((a·s + b)·s + c)·s + d over the length s gone in it. Per piece: its two cubics in t.
  const cubics = new Float64Array(count * 4);
  const pieceOf = Uint16Array.from(stretches, ({ piece }) => piece * 8);
  stretches.forEach(({ fromT, toT, length, slopeFrom, slopeTo }, i) => {
    const rise = (toT - fromT) / length;
    cubics.set(
      [
        (slopeFrom + slopeTo - 2 * rise) / (length * length),
        (3 * rise - 2 * slopeFrom - slopeTo) / length,
        slopeFrom,
        fromT,
      ],
      i * 4,
    );
  });
  const curves = new Float64Array(pieces.length * 8);
  pieces.forEach(({ x, y }, i) => {
    for (const [side, [v0, v1, v2, v3]] of [x, y].entries())
      curves.set([v3 - 3 * v2 + 3 * v1 - v0, 3 * (v2 - 2 * v1 + v0), 3 * (v1 - v0), v0], i * 8 + side * 4);
  });
  const guides = Math.max(1, count * GUIDES_PER_NODE);
  const guide = new Uint32Array(guides + 1);
  for (let g = 0, at = 0; g <= guides; g++) {
    while (at + 1 < count && starts[at + 1]! <= (g / guides) * lengthPx) at++;
    guide[g] = at;
  }

  const isClosed = path.closed;
  const within = (share: number): number =>
    share >= 0 && share <= 1 ? share : isClosed ? share - Math.floor(share) : share < 0 ? 0 : 1;
  const stretchAt = (share: number, gone: number): number => {
    let at = guide[(share * guides) | 0]!;
    while (starts[at + 1]! < gone) at++;
    return at;
  };
  const timeIn = (at: number, gone: number): number => {
    const s = gone - starts[at]!;
    const c = at << 2;
    return ((cubics[c]! * s + cubics[c + 1]!) * s + cubics[c + 2]!) * s + cubics[c + 3]!;
  };
  const pointInto = (out: Point, given: number): Point => {
    if (count === 0) {
      out.x = curves[3]!;
      out.y = curves[7]!;
      return out;
    }
    const share = within(given);
    const gone = share * lengthPx;
    const at = stretchAt(share, gone);
    const t = timeIn(at, gone);
    const c = pieceOf[at]!;
    out.x = ((curves[c]! * t + curves[c + 1]!) * t + curves[c + 2]!) * t + curves[c + 3]!;
    out.y = ((curves[c + 4]! * t + curves[c + 5]!) * t + curves[c + 6]!) * t + curves[c + 7]!;
    return out;
  };
  const shareAt = (piece: number, t: number): number => {
    const at = stretches.findLastIndex(
      (stretch) => stretch.piece < piece || (stretch.piece === piece && stretch.fromT <= t),
    );
    const stretch = stretches[at];
    if (!stretch || lengthPx === 0) return 0;
    const into = stretch.piece < piece ? stretch.length : gaussLength(pieces[piece]!, stretch.fromT, t);
    return Math.min(1, (starts[at]! + into) / lengthPx);
  };
  return {
    lengthPx,
    pointInto,
    shareAt,
    placeAt: (given) => {
      const point = pointInto({ x: 0, y: 0 }, given);
      if (count === 0) return { ...point, angle: 0, curvature: 0 };
      const share = within(given);
      const gone = share * lengthPx;
      const at = stretchAt(share, gone);
      return { ...point, ...heading(pieces[stretches[at]!.piece]!, Math.min(1, Math.max(0, timeIn(at, gone)))) };
    },
  };
}

/** Beside a point where the path stands still the direction is taken this far off it, in t. */
const BESIDE = 1e-5;

function heading(piece: Piece, given: number): { angle: number; curvature: number } {
  const stands = speedOf(piece, given) < 1e-9;
  const t = stands ? (given < 0.5 ? given + BESIDE : given - BESIDE) : given;
  const dx = bezierSlope(...piece.x, t);
  const dy = bezierSlope(...piece.y, t);
  const bend = ([v0, v1, v2, v3]: Piece['x']): number => 6 * ((1 - t) * (v2 - 2 * v1 + v0) + t * (v3 - 2 * v2 + v1));
  const speed = Math.hypot(dx, dy);
  return {
    angle: (Math.atan2(dy, dx) * 180) / Math.PI,
    curvature: speed > 0 && !stands ? (dx * bend(piece.y) - dy * bend(piece.x)) / speed ** 3 : 0,
  };
}

/** The place at a parameter of one piece, as the pieces define it: the other way to a point, for checking. */
export function pointOfPiece(path: GuidePath, piece: number, t: number): Point {
  const { x, y } = piecesOf(path)[piece]!;
  return { x: bezierValue(...x, t), y: bezierValue(...y, t) };
}

/**
 * A closed path round an ellipse, in four pieces: within 0.03 % of it (the usual handle length 0.5522847 of the
 * radius).
 */
export function ellipsePath(id: string, name: string, centre: Point, radiusX: number, radiusY: number): GuidePath {
  const k = 0.5522847498307936;
  const corner = (cos: number, sin: number): GuidePath['points'][number] => ({
    x: centre.x + radiusX * cos,
    y: centre.y + radiusY * sin,
    in: { x: k * radiusX * sin, y: 0 - k * radiusY * cos },
    out: { x: 0 - k * radiusX * sin, y: k * radiusY * cos },
  });
  return { id, name, closed: true, points: [corner(1, 0), corner(0, 1), corner(-1, 0), corner(0, -1)] };
}
