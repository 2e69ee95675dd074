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

/**
 * A track's way from one frame to another as `POINTS` places, evenly along its length. A way without length is one
 * place.
 */
function lineOf(subject: Subject, track: Track, from: number, to: number): Line {
  const columns = sampleTrack(subject, track, SAMPLES + 1, {
    frameAt: (i) => from + ((to - from) * i) / SAMPLES,
    breaks: [],
  });
  const lengths = new Float64Array(SAMPLES + 1);
  for (let i = 1; i <= SAMPLES; i++) {
    let squared = 0;
    for (const column of columns) squared += (column[i]! - column[i - 1]!) ** 2;
    lengths[i] = lengths[i - 1]! + Math.sqrt(squared);
  }
  const whole = lengths[SAMPLES]!;
  const line = columns.map(() => new Float64Array(POINTS));
  for (let p = 0, i = 1; p < POINTS; p++) {
    const gone = (whole * p) / (POINTS - 1);
    while (i < SAMPLES && lengths[i]! < gone) i++;
    const piece = lengths[i]! - lengths[i - 1]!;
    const share = piece > 0 ? Math.min(1, (gone - lengths[i - 1]!) / piece) : 0;
    for (let c = 0; c < columns.length; c++)
      line[c]![p] = columns[c]![i - 1]! + (columns[c]![i]! - columns[c]![i - 1]!) * share;
  }
  return line;
}

/** How far the `p`-th place of one line is from another line, across it. */
function distanceTo(line: Line, of: Line, p: number): number {
  let least = Infinity;
  // From the piece as far along it, by which it mostly lies: then few of the others need a closer look.
  for (let k = 0; k + 1 < POINTS; k++) {
    const i = (p + k) % (POINTS - 1);
    let along = 0;
    let length = 0;
    let toStart = 0;
    for (let c = 0; c < line.length; c++) {
      const start = line[c]![i]!;
      const way = line[c]![i + 1]! - start;
      const off = of[c]![p]! - start;
      along += off * way;
      length += way * way;
      toStart += off * off;
    }
    // Nearer than its start by its length at most.
    if (toStart > (Math.sqrt(least) + Math.sqrt(length)) ** 2) continue;
    const share = length > 0 ? Math.max(0, Math.min(1, along / length)) : 0;
    let squared = 0;
    for (let c = 0; c < line.length; c++) {
      const start = line[c]![i]!;
      const apart = of[c]![p]! - start - (line[c]![i + 1]! - start) * share;
      squared += apart * apart;
    }
    if (squared < least) least = squared;
  }
  return Math.sqrt(least);
}

/**
 * How far two lines are apart: the greatest distance from a place of either to the other line, across it (Hausdorff's),
 * which does not ask in what order or at what pace they are drawn. With the place of `a` by which it is greatest.
 */
function apartness(a: Line, b: Line): { worst: number; mean: number; at: number[] } {
  let [mostA, placeA, mostB, placeB, sum] = [-1, 0, -1, 0, 0];
  for (let p = 0; p < POINTS; p++) {
    const [fromA, fromB] = [distanceTo(b, a, p), distanceTo(a, b, p)];
    sum += fromA;
    if (fromA > mostA) [mostA, placeA] = [fromA, p];
    if (fromB > mostB) [mostB, placeB] = [fromB, p];
  }
  const [line, p] = mostA >= mostB ? [a, placeA] : [b, placeB];
  return { worst: Math.max(mostA, mostB), mean: sum / POINTS, at: line.map((column) => column[p]!) };
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
 * spread along it.
 */
export function segmentPaths({ target, take, track, range, pairs, span, isSame }: LinesToCompare): SegmentPath[] {
  const ends = pairs.filter((pair) => pair.role === 'extreme');
  return ends.slice(0, -1).map((pair, k) => {
    const next = ends[k + 1]!;
    if (isSame(pair.targetFrame, next.targetFrame, SAME_LINE * span))
      return {
        firstFrame: pair.targetFrame,
        lastFrame: next.targetFrame,
        worst: 0,
        mean: 0,
        worstFrame: pair.targetFrame,
      };
    const asked = lineOf(target, track, pair.targetFrame, next.targetFrame);
    const drawn = lineOf(take, track, pair.takeFrame, next.takeFrame);
    const laid = drawn.map((column, c) => {
      const [start, end] = [0, POINTS - 1].map((p) => column[p]! - asked[c]![p]!) as [number, number];
      return column.map((value, p) => value - start - ((end - start) * p) / (POINTS - 1));
    });
    const { worst, mean, at } = apartness(asked, laid);
    return {
      firstFrame: pair.targetFrame,
      lastFrame: next.targetFrame,
      worst,
      mean,
      worstFrame: frameNear(
        target,
        track,
        Math.max(range.first, pair.targetFrame),
        Math.min(range.last, next.targetFrame),
        at,
      ),
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
