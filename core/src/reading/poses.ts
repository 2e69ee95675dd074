import { extentOf } from '../extent.ts';
import { findChannel } from '../motion/document/document.ts';
import { trackValues } from '../motion/sampling/track.ts';
import { keyedFrames } from './keyed-frames.ts';
import { withoutRounds } from './laid-along.ts';
import { type ReadTrack, sampleOf } from './read-track.ts';

/** Where a key of the target stands and how far from its pose the take is, timing taken out. */
export interface PoseMiss {
  /** Of the target. */
  frame: number;
  /** In the track's unit. */
  miss: number;
}

/**
 * Whether a channel counts in the pose at a frame: one that goes on past a key of another is judged by its spacing; all
 * count where none has a key, and one without any keys is to stay where it is.
 */
export function countsAt({ sides, track }: Pick<ReadTrack, 'sides' | 'track'>): (c: number, frame: number) => boolean {
  const { subject } = sides.target;
  // Of one channel alone every pose is its own.
  if (track.channelIds.filter((id) => findChannel(subject, id)?.keys.length).length < 2) return () => true;
  const keyed = keyedFrames(subject, track);
  return (c, frame) => keyed[c]!.size === 0 || keyed[c]!.has(frame) || !keyed.some((own) => own.has(frame));
}

/** A way that ends nearer than this share of the span to where it began leads back there. */
const CLOSES = 0.02;
/** What goes less than this share of it stands. */
const STANDS = 0.05;

/**
 * Whether a frame ends a segment in which the target goes once round, or more often, while the take stands: it is at
 * the same place then, and what is wrong is that it stood.
 */
export function isRoundBehind(read: ReadTrack, frame: number): boolean {
  const { reading, sides, track, round, warped } = read;
  if (round === null) return false;
  const segment = reading.segments.find(({ lastFrame }) => lastFrame === frame);
  if (!segment?.target) return false;
  // Its last sample may be after a jump.
  const [from, to] = [Math.max(0, sampleOf(read, segment.firstFrame)), Math.max(1, sampleOf(read, frame))];
  const stands = warped.every((column) => {
    const { low, high } = extentOf(column.subarray(from, to));
    return high - low <= STANDS * reading.span;
  });
  if (!stands) return false;
  const [start, end] = [segment.firstFrame, frame].map((at) => trackValues(sides.target.subject, track, at));
  const left = end!.map((value, c) => withoutRounds(value - start![c]!, round));
  return Math.hypot(...left) <= CLOSES * reading.span;
}

/** What goes more than this share of the span in so little of a frame jumps. */
const JUMPS = 0.02;
const JUST_BEFORE = 1e-3;

/** What is found so near to a drawing, in frames, is on it. */
const ON_IT = 0.01;

/**
 * Whether a frame is the closing one, and of a way that does not lead back to where it began: where the take is then,
 * no loop shows.
 */
function isEndOfWay({ reading, sides, track }: ReadTrack, frame: number): boolean {
  const { range } = sides.target.motion;
  if (frame !== range.last + 1) return false;
  const [start, end] = [range.first, frame].map((at) => trackValues(sides.target.subject, track, at));
  return Math.hypot(...end!.map((value, c) => value - start![c]!)) > CLOSES * reading.span;
}

/**
 * How far the take is from where the target's way ends one frame past its range: a recording on its last frame, or a
 * frame on if it goes on as it does there.
 */
export function missAtEnd(read: ReadTrack, frame: number): number | null {
  const { reading, sides, track, target, warped, blurFrames } = read;
  const pair = reading.pairs.find(({ targetFrame }) => targetFrame === frame);
  if (!pair) return null;
  const asked = trackValues(sides.target.subject, track, frame);
  const from = (drawn: readonly number[]): number => Math.hypot(...drawn.map((value, c) => value - asked[c]!));
  if (!read.isByFrames) return from(trackValues(sides.take.subject, track, pair.takeFrame));
  const onLast = warped.map((column, c) => column.at(-1)! - target[c]!.at(-1)!);
  const goneOn = warped.map((column) => 2 * column.at(-1)! - (column.at(-2) ?? column.at(-1)!));
  // It may be there a frame sooner or later.
  const step = Math.hypot(...target.map((column) => column.at(-1)! - (column.at(-2) ?? column.at(-1)!)));
  const miss = Math.min(Math.hypot(...onLast), from(goneOn));
  return miss > (1 + blurFrames) * step ? miss : 0;
}

/**
 * How far the take is from the target's pose at each of these frames, those within what is read. What a recording
 * passes on the way it shows on whole frames only: what lies along the way within what these leave open is no miss, nor
 * what lies between two drawings that the event is found between.
 */
export function poseMisses(read: ReadTrack, frames: readonly number[]): PoseMiss[] {
  const { target, warped, blurFrames } = read;
  const counts = countsAt(read);
  const count = target[0]?.length ?? 0;
  const { exposure } = read.sides.target.subject;
  const isBetween = (frame: number): boolean => exposure > 1 && (frame - read.reading.gap.firstFrame) % exposure !== 0;
  const jumpsTo = (frame: number): boolean => {
    const [before, at] = [frame - JUST_BEFORE, frame].map((on) =>
      trackValues(read.sides.target.subject, read.track, on),
    );
    return Math.hypot(...at!.map((value, c) => value - before![c]!)) > JUMPS * read.reading.span;
  };
  const missAt = (frame: number): number | null => {
    if (isRoundBehind(read, frame)) return 0;
    if (isEndOfWay(read, frame)) return missAtEnd(read, frame);
    const i = sampleOf(read, frame);
    if (i < 0 || i >= count) return null;
    // Between two drawings it is off only where both are; what it jumps to is only on the second.
    return isBetween(frame) && i >= exposure && !jumpsTo(frame)
      ? Math.min(missOn(frame, i), missOn(frame, i - exposure))
      : missOn(frame, i);
  };
  const missOn = (frame: number, i: number): number => {
    if (blurFrames === 0) {
      let squared = 0;
      for (let c = 0; c < target.length; c++) if (counts(c, frame)) squared += (warped[c]![i]! - target[c]![i]!) ** 2;
      return Math.sqrt(squared);
    }
    const misses = target.map((column, c) => (counts(c, frame) ? warped[c]![i]! - column[i]! : 0));
    const between = isBeyondCorner(read, frame)
      ? undefined
      : missBetween(read, frame)?.map((value, c) => (counts(c, frame) ? value : 0));
    const open = between ? Math.hypot(...between) : Infinity;
    return Math.min(missAside(read, i, misses), open);
  };
  const all: PoseMiss[] = [];
  for (const frame of frames) {
    const miss = missAt(frame);
    if (miss !== null) all.push({ frame, miss });
  }
  return all;
}

/** A miss at a place among the samples without what of it lies along the way, within what whole frames leave open. */
function missAside({ target, blurFrames }: ReadTrack, i: number, misses: readonly number[]): number {
  let [squared, along, before, after, turned] = [0, 0, 0, 0, 0];
  misses.forEach((miss, c) => {
    const column = target[c]!;
    // What goes on beyond an end of the range goes on as it does within.
    const steps = [i - 1, i].map((at) => (column[at + 1] ?? NaN) - (column[at] ?? NaN));
    const [came, goes] = steps.map((step, side) => (Number.isNaN(step) ? (steps[1 - side] ?? 0) : step)) as [
      number,
      number,
    ];
    squared += miss ** 2;
    along += miss * (came + goes);
    before += came ** 2;
    after += goes ** 2;
    turned += came * goes;
  });
  const way = Math.sqrt(before + after + 2 * turned);
  if (turned <= 0 || way === 0) return Math.sqrt(squared);
  along = Math.abs(along) / way;
  const across = Math.max(0, squared - along ** 2);
  const open = blurFrames * Math.sqrt(Math.min(before, after));
  return Math.sqrt(across + Math.max(0, along - open) ** 2);
}

/**
 * What the take is off by, a number a channel, where it comes nearest to the target's pose between the two drawings
 * that an event is found between; null where it is found on one, or keys tell.
 */
export function missBetween({ reading, sides, track, isSampled, held }: ReadTrack, frame: number): number[] | null {
  const { take } = sides;
  const place = isSampled ? reading.pairs.find(({ targetFrame }) => targetFrame === frame)?.takeFrame : undefined;
  if (place === undefined) return null;
  const before = take.motion.range.first + Math.floor((place - take.motion.range.first) / held) * held;
  if (place - before < ON_IT) return null;
  const asked = trackValues(sides.target.subject, track, frame);
  const [from, to] = [before, before + held].map((at) =>
    trackValues(take.subject, track, at).map((value, c) => value - asked[c]!),
  );
  return nearestBetween(from!, to!);
}

/**
 * What a take drawn on every frame, be it a recording or by in-betweens, may lose of a corner, which falls between two
 * of its drawings or on one, at a frame of the target, in the track's unit: how far the corner is from the middle of
 * the straight way between where the target is half a drawing before and after it, at the take's pace there: where that
 * is quicker, or it has fewer frames a second, a drawing of it is a longer way.
 */
export function cornerLoss(read: ReadTrack, frame: number): number {
  const beside = besideCorner(read, frame);
  return beside ? Math.hypot(...beside.came.map((value, c) => (value + beside.goes[c]!) / 2)) : 0;
}

/**
 * What of the pose at a corner is lost: how far it is from all of that straight way. Of a jump nothing is, as what
 * comes after it stands.
 */
export function cornerPoseLoss(read: ReadTrack, frame: number): number {
  const beside = besideCorner(read, frame);
  return beside ? Math.hypot(...nearestBetween(beside.came, beside.goes)) : 0;
}

/** A corner sticks out by more than this share of the span; what is off within so much of its way is off along it. */
const CORNER = { least: 0.02, along: 0.5 };

/** Whether a recording goes further out at a corner than the target: what its drawings lose there is within. */
export function isBeyondCorner(read: ReadTrack, frame: number): boolean {
  const { reading, target, warped } = read;
  const [at, by] = [sampleOf(read, frame), Math.ceil(read.held)];
  const last = (target[0]?.length ?? 0) - 1;
  if (at < 0 || at > last) return false;
  const out = target.map(
    (column) => column[at]! - (column[Math.max(0, at - by)]! + column[Math.min(last, at + by)]!) / 2,
  );
  const miss = target.map((column, c) => warped[c]![at]! - column[at]!);
  const along = out.reduce((sum, value, c) => sum + value * miss[c]!, 0);
  return (
    Math.hypot(...out) > CORNER.least * reading.span && along > CORNER.along * Math.hypot(...out) * Math.hypot(...miss)
  );
}

/** Where the target is half a drawing of the take before a frame and after it, from where it is there; null of keys. */
function besideCorner(
  { reading, sides, track, isByFrames, isSampled, held }: ReadTrack,
  frame: number,
): { came: number[]; goes: number[] } | null {
  const { pairs } = reading;
  if (!isByFrames || pairs.length === 0) return null;
  // Of keys that tell there is a drawing where each of them is.
  if (!isSampled && pairs.some(({ targetFrame }) => targetFrame === frame)) return null;
  const [before, after] = [
    pairs.findLast((pair) => pair.targetFrame < frame) ?? pairs[0]!,
    pairs.find((pair) => pair.targetFrame > frame) ?? pairs.at(-1)!,
  ];
  const own = after.takeFrame - before.takeFrame;
  const perOwn = own > 0 ? (after.targetFrame - before.targetFrame) / own : 1;
  const half = (held / 2) * perOwn;
  const at = trackValues(sides.target.subject, track, frame);
  const [came, goes] = [-half, half].map((off) =>
    trackValues(sides.target.subject, track, frame + off).map((value, c) => value - at[c]!),
  ) as [number[], number[]];
  return { came, goes };
}

/** The point of a straight way that is nearest to the origin. */
function nearestBetween(from: readonly number[], to: readonly number[]): number[] {
  let [along, length] = [0, 0];
  from.forEach((start, c) => {
    along -= start * (to[c]! - start);
    length += (to[c]! - start) ** 2;
  });
  const share = length > 0 ? Math.max(0, Math.min(1, along / length)) : 0;
  return from.map((start, c) => start + (to[c]! - start) * share);
}

/** The frames of all the target's keys that count: matched and missing ones, in order. */
export function askedFrames({ reading }: ReadTrack): number[] {
  const paired = reading.pairs.map((pair) => pair.targetFrame);
  return reading.missingFrames.length > 0 ? [...paired, ...reading.missingFrames].sort((a, b) => a - b) : paired;
}
