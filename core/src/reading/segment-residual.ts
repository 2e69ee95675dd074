import { trackValues } from '../motion/sampling/track.ts';
import { withoutRounds } from './laid-along.ts';
import { isRoundBehind, missBetween } from './poses.ts';
import { type ReadTrack, sampleOf } from './read-track.ts';
import type { SegmentReading } from './schema.ts';

/** How far a take is from its target between two keys, once what its ends are off by is taken out. */

/** Where a pose between two drawings is off by less than this share of what is shown there, it is in neither. */
const MUCH_LESS = 0.5;

/** Ends of a segment nearer than this share of the span are the same place. */
const NO_WAY = 1e-9;

export interface SegmentResidual {
  /**
   * Worst error left in the segment once its ends' own errors are taken out, in percent of the span; negative is behind
   * on the way to its end.
   */
  worstPercent: number;
  worstFrame: number;
}

export type SegmentEndName = 'start' | 'finish';

/**
 * The error inside a segment apart from that of its two ends, which is spread over it by the target's own progress; of
 * a hold, what goes beyond its two ends, however it goes from one to the other. Of the whole segment, or of the half
 * beside one of its ends. On a trajectory it is measured along the target's line: what lies off the line is the path's.
 */
export function segmentResidual(
  read: ReadTrack,
  segment: SegmentReading,
  part: 'whole' | SegmentEndName = 'whole',
): SegmentResidual {
  const { reading, target, warped, paths, blurFrames } = read;
  const first = reading.gap.firstFrame;
  // Where a recording comes to a hold and leaves it is open by a drawing.
  const open = segment.target ? 0 : Math.ceil(blurFrames * Math.max(1, perTakeFrame(read, segment)));
  const a = Math.max(0, sampleOf(read, segment.firstFrame));
  const b = Math.min((target[0]?.length ?? 1) - 1, sampleOf(read, segment.lastFrame));
  const middle = (a + b) / 2;
  // Beyond the range that is read there is nothing to measure.
  if (b <= a) return { worstPercent: 0, worstFrame: segment.firstFrame };
  // Who stands while the target goes round comes to the same place, whole rounds behind.
  const round = isRoundBehind(read, segment.lastFrame) ? read.round : null;
  const [start, end] = [endAt(read, segment.firstFrame, a, round), endAt(read, segment.lastFrame, b, round)];
  const line = paths.length > 0 && segment.target ? targetLine(target, a, b) : null;
  let worst = 0;
  let worstFrame = segment.firstFrame;
  const from = part === 'finish' ? Math.floor(middle) : a + Math.max(open, start.isBetween ? 1 : 0);
  const to = part === 'start' ? Math.ceil(middle) : b - Math.max(open, end.isBetween ? 1 : 0);
  const place = new Array<number>(target.length);
  for (let i = from; i <= to; i++) {
    let squared = 0;
    let along = 0;
    const between = segment.target ? null : shareBetween(read, i, start.miss, end.miss);
    for (let c = 0; c < target.length; c++) {
      const column = target[c]!;
      const way = end.asked[c]! - start.asked[c]!;
      const share =
        between !== null
          ? between
          : Math.abs(way) > NO_WAY * reading.span
            ? (column[i]! - start.asked[c]!) / way
            : (i - start.at) / Math.max(1, end.at - start.at);
      const miss = warped[c]![i]! - column[i]! - (start.miss[c]! * (1 - share) + end.miss[c]! * share);
      squared += miss ** 2;
      along += miss * way;
      place[c] = column[i]! + miss;
    }
    let miss = (Math.sqrt(squared) / reading.span) * 100;
    // Never less than the way along the line, so only what could count is worked out.
    if (line && miss > Math.abs(worst)) {
      along = alongLine(line, place, i - a);
      miss = (Math.abs(along) / reading.span) * 100;
    }
    if (miss > Math.abs(worst) + 1e-9) {
      worst = (along < 0 ? -1 : 1) * miss;
      worstFrame = first + i;
    }
  }
  return { worstPercent: worst, worstFrame };
}

/** How far along from one end's miss to the other's a sample's own is, at the nearest: 0 to 1. */
function shareBetween(
  { target, warped }: ReadTrack,
  i: number,
  start: readonly number[],
  end: readonly number[],
): number {
  let [along, squared] = [0, 0];
  for (let c = 0; c < target.length; c++) {
    const way = end[c]! - start[c]!;
    along += (warped[c]![i]! - target[c]![i]! - start[c]!) * way;
    squared += way * way;
  }
  return squared > 0 ? Math.min(1, Math.max(0, along / squared)) : 0;
}

/** How many of the target's frames one of the take's is in a segment. */
function perTakeFrame({ reading: { pairs } }: ReadTrack, { firstFrame, lastFrame }: SegmentReading): number {
  const k = pairs.findIndex(({ targetFrame }) => targetFrame === firstFrame);
  const own = k < 0 ? 0 : (pairs[k + 1]?.takeFrame ?? 0) - pairs[k]!.takeFrame;
  return own > 0 ? (lastFrame - firstFrame) / own : 1;
}

/** An end of a segment: its place among the samples, the target's values there, and how far the take is from them. */
interface SegmentEnd {
  at: number;
  asked: readonly number[];
  miss: readonly number[];
  /** It is between two drawings: what is shown there is of neither. */
  isBetween: boolean;
}

/**
 * The end at a frame, `i` being the sample nearest to it: of a key beyond the range what is there, not at its edge; a
 * recording shows nothing there.
 */
function endAt(read: ReadTrack, frame: number, i: number, round: number | null): SegmentEnd {
  const { reading, sides, track, target, warped, isSampled } = read;
  const at = frame - reading.gap.firstFrame;
  const isBeyond = !isSampled && Math.abs(at - i) >= 1;
  const pair = isBeyond ? reading.pairs.find(({ targetFrame }) => targetFrame === frame) : undefined;
  const asked = pair ? trackValues(sides.target.subject, track, frame) : target.map((column) => column[i]!);
  const drawn = pair ? trackValues(sides.take.subject, track, pair.takeFrame) : warped.map((column) => column[i]!);
  const miss = drawn.map((value, c) => withoutRounds(value - asked[c]!, round));
  const between = Math.abs(at - i) < 1 ? missBetween(read, frame) : null;
  const isBetween = between !== null && Math.hypot(...between) < MUCH_LESS * Math.hypot(...miss);
  return { at: pair ? at : i, asked, miss: isBetween ? between : miss, isBetween };
}

/** A stretch of the target's line: its places every so many frames, and the length gone at each. */
interface Line {
  places: number[][];
  gone: number[];
  everyFrames: number;
  /** For each of its pieces, while one place is measured: how far it is from it, and how far ahead it lies on it. */
  aparts: Float64Array;
  aheads: Float64Array;
}

/** Longer lines are laid out in as many pieces: measuring along them costs a look at each. */
const MOST_PIECES = 400;

function targetLine(target: readonly Float64Array[], a: number, b: number): Line {
  const everyFrames = Math.ceil((b - a) / MOST_PIECES);
  const count = Math.ceil((b - a) / everyFrames);
  const places = Array.from({ length: count + 1 }, (_, i) =>
    target.map((column) => column[Math.min(b, a + i * everyFrames)]!),
  );
  const gone = [0];
  for (let i = 1; i < places.length; i++)
    gone.push(gone[i - 1]! + Math.hypot(...places[i]!.map((value, c) => value - places[i - 1]![c]!)));
  return { places, gone, everyFrames, aparts: new Float64Array(count), aheads: new Float64Array(count) };
}

/** The length gone at a frame of the line, counted from its start. */
function goneAt({ gone, everyFrames }: Line, frames: number): number {
  const piece = Math.min(gone.length - 2, Math.floor(frames / everyFrames));
  const share = Math.min(1, frames / everyFrames - piece);
  return gone[piece]! * (1 - share) + gone[piece + 1]! * share;
}

/** Of pieces about as near, the one least far along counts: a line may cross itself. */
const AS_NEAR = 1.05;

/**
 * How far along the line a place is ahead of the line's own one `at` frames from its start (negative: behind), by the
 * foot of its perpendicular.
 */
function alongLine(line: Line, place: readonly number[], at: number): number {
  const { places, gone, aparts, aheads } = line;
  const here = goneAt(line, at);
  let least = Infinity;
  for (let k = 0; k < aparts.length; k++) {
    const [start, end] = [places[k]!, places[k + 1]!];
    const length = gone[k + 1]! - gone[k]!;
    let along = 0;
    for (let c = 0; c < start.length; c++) along += (place[c]! - start[c]!) * (end[c]! - start[c]!);
    const share = length > 0 ? Math.max(0, Math.min(1, along / length ** 2)) : 0;
    let squared = 0;
    for (let c = 0; c < start.length; c++) squared += (place[c]! - start[c]! - (end[c]! - start[c]!) * share) ** 2;
    aparts[k] = Math.sqrt(squared);
    aheads[k] = gone[k]! + share * length - here;
    least = Math.min(least, aparts[k]!);
  }
  let best = Infinity;
  for (let k = 0; k < aparts.length; k++)
    if (aparts[k]! <= least * AS_NEAR + 1e-6 && Math.abs(aheads[k]!) < Math.abs(best)) best = aheads[k]!;
  return Number.isFinite(best) ? best : 0;
}
