import type { Subject } from '../motion/document/schema.ts';
import { type Track, trackValues } from '../motion/sampling/track.ts';
import type { FrameRange } from '../time/range.ts';
import { sampleTrack } from './sample-track.ts';
import type { KeyPair, TrackReading } from './schema.ts';

type Place = readonly number[];

/** Points a segment's line is laid out in, evenly along it. */
const POINTS = 24;
/**
 * Samples a line is measured along: enough for an arc of half a turn to lose less than half a percent of its radius.
 */
const SAMPLES = 24;

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

/**
 * Discrete Fréchet distance of two lines of points (Eiter & Mannila 1994): the shortest leash with which both can be
 * walked from end to end. With it the point of `a` where the leash is longest.
 */
function frechetDistance(a: readonly Place[], b: readonly Place[]): { distance: number; at: number } {
  const width = b.length;
  const leash = new Float64Array(a.length * width);
  const worst = new Int32Array(a.length * width);
  for (let i = 0; i < a.length; i++) {
    for (let j = 0; j < width; j++) {
      const here = i * width + j;
      let from = -1;
      if (i > 0 && j > 0) from = here - width - 1;
      if (i > 0 && (from < 0 || leash[here - width]! < leash[from]!)) from = here - width;
      if (j > 0 && (from < 0 || leash[here - 1]! < leash[from]!)) from = here - 1;
      const apart = distance(a[i]!, b[j]!);
      const before = from < 0 ? -1 : leash[from]!;
      leash[here] = Math.max(before, apart);
      worst[here] = apart >= before ? i : worst[from]!;
    }
  }
  return { distance: leash.at(-1) ?? 0, at: worst.at(-1) ?? 0 };
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
    // At the same share of both lengths is one way to walk them: the greatest distance then is no less than that of the
    // best way (Fréchet's). Where it is small enough already, the best need not be looked for.
    const together = asked.map((place, p) => distance(place, laid[p]!));
    const leash = Math.max(...together);
    if (leash <= SAME_LINE * span) {
      return {
        firstFrame: pair.targetFrame,
        lastFrame: next.targetFrame,
        worst: leash,
        mean: together.reduce((sum, apart) => sum + apart, 0) / POINTS,
        worstFrame: pair.targetFrame,
      };
    }
    const { distance: worst, at } = frechetDistance(asked, laid);
    const mean =
      asked.reduce((sum, place) => sum + Math.min(...laid.map((other) => distance(place, other))), 0) / POINTS;
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
        asked[at]!,
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
