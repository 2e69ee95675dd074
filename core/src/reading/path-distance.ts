import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { sampleTrack } from './sample-track.ts';
import type { KeyPair, TrackReading } from './schema.ts';

type Place = readonly number[];

/** Points a segment's line is laid out in, evenly along it. */
const POINTS = 32;
/**
 * Samples a line is measured along: enough for an arc of half a turn to lose less than half a percent of its radius
 * where it is ten times as fast as on average.
 */
const SAMPLES = 160;

/** Lines nearer than this share of the span are the same line, and need no walking. */
const SAME_LINE = 0.002;

function distance(a: Place, b: Place): number {
  let squared = 0;
  for (let c = 0; c < a.length; c++) squared += (a[c]! - b[c]!) ** 2;
  return Math.sqrt(squared);
}

/**
 * A track's way from one frame to another as `POINTS` places, evenly along its length. A way without length is one
 * place.
 */
function lineOf(subject: Subject, track: Track, from: number, to: number): Place[] {
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
  let i = 1;
  return Array.from({ length: POINTS }, (_, p) => {
    const gone = (whole * p) / (POINTS - 1);
    while (i < SAMPLES && lengths[i]! < gone) i++;
    const piece = lengths[i]! - lengths[i - 1]!;
    const share = piece > 0 ? Math.min(1, (gone - lengths[i - 1]!) / piece) : 0;
    return columns.map((column) => column[i - 1]! + (column[i]! - column[i - 1]!) * share);
  });
}

/** How far a place is from a line, across it. */
function distanceTo(line: readonly Place[], place: Place): number {
  let least = Infinity;
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i]!, line[i + 1]!];
    let [along, length] = [0, 0];
    for (let c = 0; c < a.length; c++) {
      const way = b[c]! - a[c]!;
      along += (place[c]! - a[c]!) * way;
      length += way * way;
    }
    const share = length > 0 ? Math.max(0, Math.min(1, along / length)) : 0;
    let squared = 0;
    for (let c = 0; c < a.length; c++) squared += (place[c]! - a[c]! - (b[c]! - a[c]!) * share) ** 2;
    if (squared < least) least = squared;
  }
  return Math.sqrt(least);
}

/**
 * How far two lines are apart: the greatest distance from a place of either to the other line, across it (Hausdorff's),
 * which does not ask in what order or at what pace they are drawn. With the place of `a` by which it is greatest.
 */
function apartness(a: readonly Place[], b: readonly Place[]): { worst: number; mean: number; at: Place } {
  const fromA = a.map((place) => distanceTo(b, place));
  const fromB = b.map((place) => distanceTo(a, place));
  const [mostA, mostB] = [Math.max(...fromA), Math.max(...fromB)];
  return {
    worst: Math.max(mostA, mostB),
    mean: fromA.reduce((sum, apart) => sum + apart, 0) / a.length,
    at: mostA >= mostB ? a[fromA.indexOf(mostA)]! : b[fromB.indexOf(mostB)]!,
  };
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
    const miss = (p: number): Place => drawn[p]!.map((value, c) => value - asked[p]![c]!);
    const [startMiss, endMiss] = [miss(0), miss(POINTS - 1)];
    const laid = drawn.map((place, p) =>
      place.map((value, c) => value - startMiss[c]! - ((endMiss[c]! - startMiss[c]!) * p) / (POINTS - 1)),
    );
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
function frameNear(subject: Subject, track: Track, from: number, to: number, place: Place): number {
  let best = Math.ceil(from);
  let least = Infinity;
  for (let frame = best; frame <= to; frame++) {
    const apart = distance(trackValues(subject, track, frame), place);
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
