import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { sampleTrack } from './sample-track.ts';
import type { KeyPair, TrackReading } from './schema.ts';

/** A line: its places in order, a column a channel. */
type Line = readonly Float64Array[];

/** Points a segment's line is laid out in, evenly along it. */
const POINTS = 32;
/**
 * Samples a line is measured along: enough for an arc of half a turn to lose less than half a percent of its radius
 * where it is ten times as fast as on average.
 */
const SAMPLES = 160;

/** Lines nearer than this share of the span are the same line, and need no walking. */
const SAME_LINE = 0.002;

/** What goes less than this share of the span has no way of its own to be judged by. */
const A_WAY = 0.1;

/** A track's way from one frame to another, evenly in time. */
const wayOf = (subject: Subject, track: Track, from: number, to: number): Line =>
  sampleTrack(subject, track, SAMPLES + 1, { frameAt: (i) => from + ((to - from) * i) / SAMPLES, breaks: [] });

/** A way as `POINTS` places, evenly along its length. One without length is one place. */
function lineOf(way: Line): Line {
  const lengths = new Float64Array(SAMPLES + 1);
  for (let i = 1; i <= SAMPLES; i++) {
    let squared = 0;
    for (const column of way) squared += (column[i]! - column[i - 1]!) ** 2;
    lengths[i] = lengths[i - 1]! + Math.sqrt(squared);
  }
  const whole = lengths[SAMPLES]!;
  const line = way.map(() => new Float64Array(POINTS));
  for (let p = 0, i = 1; p < POINTS; p++) {
    const gone = (whole * p) / (POINTS - 1);
    while (i < SAMPLES && lengths[i]! < gone) i++;
    const piece = lengths[i]! - lengths[i - 1]!;
    const share = piece > 0 ? Math.min(1, (gone - lengths[i - 1]!) / piece) : 0;
    for (let c = 0; c < way.length; c++) line[c]![p] = way[c]![i - 1]! + (way[c]![i]! - way[c]![i - 1]!) * share;
  }
  return line;
}

/** A line with what its ends are off by spread evenly along it, taken away. */
const withEndsSpread = (asked: Line, drawn: Line): Line =>
  drawn.map((column, c) => {
    const [start, end] = [0, POINTS - 1].map((p) => column[p]! - asked[c]![p]!) as [number, number];
    return column.map((value, p) => value - start - ((end - start) * p) / (POINTS - 1));
  });

/**
 * A way with its two ends put where they are asked, each channel between its own keys along with it as far as the
 * target's has gone: `keyed` gives the shares of the time, between 0 and 1, at which a channel has others.
 */
const withEndsPutRight = (asked: Line, drawn: Line, span: number, keyed: (c: number) => readonly number[]): Line =>
  drawn.map((column, c) => {
    const own = asked[c]!;
    const [start, end] = [0, SAMPLES].map((i) => column[i]! - own[i]!) as [number, number];
    const inner = keyed(c).map((share) => Math.round(share * SAMPLES));
    const [first, last] = [inner[0] ?? SAMPLES, inner.at(-1) ?? 0];
    const gone = (i: number, from: number, to: number): number => {
      const way = own[to]! - own[from]!;
      return Math.abs(way) <= A_WAY * span ? (i - from) / Math.max(1, to - from) : (own[i]! - own[from]!) / way;
    };
    return column.map((value, i) => {
      const ofStart = i < first ? start * (1 - gone(i, 0, first)) : 0;
      const ofEnd = i > last ? end * gone(i, last, SAMPLES) : 0;
      return value - ofStart - ofEnd;
    });
  });

/** The length of each piece of a line, from one place to the next, and of the longest. */
function piecesOf(line: Line): { lengths: Float64Array; longest: number } {
  const lengths = new Float64Array(POINTS - 1);
  let longest = 0;
  for (let i = 0; i < lengths.length; i++) {
    let squared = 0;
    for (const column of line) squared += (column[i + 1]! - column[i]!) ** 2;
    lengths[i] = Math.sqrt(squared);
    longest = Math.max(longest, lengths[i]!);
  }
  return { lengths, longest };
}

/** How far the `p`-th place of one line is from another line with such pieces, across it. */
function distanceTo(line: Line, { lengths, longest }: ReturnType<typeof piecesOf>, of: Line, p: number): number {
  let least = Infinity;
  /** Looks at a piece, and says how many pieces further on the next one is that may be nearer. */
  const look = (i: number): number => {
    let squaredToStart = 0;
    for (let c = 0; c < line.length; c++) squaredToStart += (of[c]![p]! - line[c]![i]!) ** 2;
    const toStart = Math.sqrt(squaredToStart);
    // Nearer than its start by its length at most; and each piece on by as much as the longest is.
    if (toStart > least + longest) return Math.floor((toStart - least) / longest);
    let along = 0;
    for (let c = 0; c < line.length; c++) along += (of[c]![p]! - line[c]![i]!) * (line[c]![i + 1]! - line[c]![i]!);
    const length = lengths[i]!;
    const share = length > 0 ? Math.max(0, Math.min(1, along / length ** 2)) : 0;
    let squared = 0;
    for (let c = 0; c < line.length; c++) {
      const start = line[c]![i]!;
      squared += (of[c]![p]! - start - (line[c]![i + 1]! - start) * share) ** 2;
    }
    least = Math.min(least, Math.sqrt(squared));
    return 1;
  };
  // From the piece as far along it, by which it mostly lies, both ways.
  for (let i = Math.min(p, POINTS - 2); i < POINTS - 1;) i += look(i);
  for (let i = Math.min(p, POINTS - 2) - 1; i >= 0;) i -= look(i);
  return least;
}

/**
 * How far two lines are apart: the greatest distance from a place of either to the other line, across it (Hausdorff's),
 * which does not ask in what order or at what pace they are drawn. With the place of `a` as far along it as where it is
 * greatest.
 */
function apartness(a: Line, b: Line): { worst: number; mean: number; at: number[] } {
  const [piecesOfA, piecesOfB] = [piecesOf(a), piecesOf(b)];
  let [mostA, placeA, mostB, placeB, sum] = [-1, 0, -1, 0, 0];
  for (let p = 0; p < POINTS; p++) {
    const [fromA, fromB] = [distanceTo(b, piecesOfB, a, p), distanceTo(a, piecesOfA, b, p)];
    sum += fromA;
    if (fromA > mostA) [mostA, placeA] = [fromA, p];
    if (fromB > mostB) [mostB, placeB] = [fromB, p];
  }
  const p = mostA >= mostB ? placeA : placeB;
  return { worst: Math.max(mostA, mostB), mean: sum / POINTS, at: a.map((column) => column[p]!) };
}

export interface SegmentPath {
  firstFrame: number;
  lastFrame: number;
  /** In the track's unit. */
  worst: number;
  mean: number;
  worstFrame: number;
}

export interface LinesToCompare {
  target: Subject;
  take: Subject;
  track: Track;
  range: FrameRange;
  pairs: readonly KeyPair[];
  span: number;
  /**
   * Whether the two are nowhere further apart than `least` from one target frame to another: their lines are then the
   * same.
   */
  isSame: (from: number, to: number, least: number) => boolean;
}

/**
 * How far the take's line is from the target's between matched extremes, apart from what its ends are off by: that is
 * spread along it, or along each channel to its next key, whichever leaves less.
 */
export function segmentPaths({ target, take, track, range, pairs, span, isSame }: LinesToCompare): SegmentPath[] {
  const ends = pairs.filter((pair) => pair.role === 'extreme');
  const keysOf = track.channelIds.map((id) => findChannel(target, id)?.keys ?? []);
  return ends.slice(0, -1).map((pair, k) => {
    const next = ends[k + 1]!;
    const [firstFrame, lastFrame] = [pair.targetFrame, next.targetFrame];
    if (isSame(firstFrame, lastFrame, SAME_LINE * span))
      return { firstFrame, lastFrame, worst: 0, mean: 0, worstFrame: firstFrame };
    const askedWay = wayOf(target, track, firstFrame, lastFrame);
    const drawnWay = wayOf(take, track, pair.takeFrame, next.takeFrame);
    const asked = lineOf(askedWay);
    const spread = apartness(asked, withEndsSpread(asked, lineOf(drawnWay)));
    const keyed = (c: number): number[] =>
      keysOf[c]!.filter(({ frame }) => frame > firstFrame && frame < lastFrame).map(
        ({ frame }) => (frame - firstFrame) / (lastFrame - firstFrame),
      );
    const areEndsOff = asked.some((_, c) =>
      [0, SAMPLES].some((i) => Math.abs(drawnWay[c]![i]! - askedWay[c]![i]!) > SAME_LINE * span),
    );
    const apart =
      areEndsOff && spread.worst > SAME_LINE * span
        ? [spread, apartness(asked, lineOf(withEndsPutRight(askedWay, drawnWay, span, keyed)))].reduce(
            (least, other) => (other.worst < least.worst ? other : least),
          )
        : spread;
    const [from, to] = [Math.max(range.first, firstFrame), Math.min(range.last, lastFrame)];
    return {
      firstFrame,
      lastFrame,
      worst: apart.worst,
      mean: apart.mean,
      worstFrame: frameNear(target, track, from, to, apart.at),
    };
  });
}

/** The whole frame on which the target is nearest to a place. */
function frameNear(subject: Subject, track: Track, from: number, to: number, place: readonly number[]): number {
  let best = Math.ceil(from);
  let least = Infinity;
  for (let frame = best; frame <= to; frame++) {
    const apart = Math.hypot(...trackValues(subject, track, frame).map((value, c) => value - place[c]!));
    if (apart < least) [best, least] = [frame, apart];
  }
  return best;
}

/** The path of a whole track, in percent of its span. */
export function wholePath(segments: readonly SegmentPath[], span: number): NonNullable<TrackReading['path']> {
  const percent = span > 0 ? 100 / span : 0;
  const worst = segments.reduce<SegmentPath | undefined>(
    (most, segment) => (segment.worst > (most?.worst ?? -1) ? segment : most),
    undefined,
  );
  const mean = segments.reduce((sum, segment) => sum + segment.mean, 0) / Math.max(1, segments.length);
  return {
    worstPercent: (worst?.worst ?? 0) * percent,
    worstFrame: worst?.worstFrame ?? 0,
    meanPercent: mean * percent,
  };
}
