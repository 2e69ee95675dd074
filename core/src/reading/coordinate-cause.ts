import type { Channel, Key } from '../motion/document/schema.ts';
import { bakeChannelInto } from '../motion/sampling/bake.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { courseOf } from './coordinate-course.ts';
import { isRecorded, regularGap, tellingOf } from './keying.ts';
import { type KeyOffset, paceOf, shiftOf } from './offset-fits.ts';
import type { Allowed, Axis, Motions, OwnCause } from './own-coordinate.ts';
import { severityOf } from './severity.ts';
import type { SharedTime } from './shared-time.ts';
import { createWarp, type Warp } from './warp.ts';

/** What puts one coordinate of a place, as a whole, where a take has it. Frames are the target's. */

/** What a cause may leave, as a share of how far the coordinate goes. */
const LEFT = 0.02;
/** Offsets of keys so near to what all of them say are that, in frames. */
const SLACK = 0.75;
/** What is nearer by this, moved and sized as the other is, does so too. */
const ALSO = 0.7;
/** A coordinate is as asked on so many of the frames at least. */
const MOSTLY = 0.6;
/** Told by a curve a size differs by so many times as much. */
const RECORDED = 2;
/** Less than this share of the way is none. */
const A_WAY = 0.15;
/** Poses nearer to each other than this share of the extent are one. */
const ONE_POSE = 0.05;

/** On which share of the target's frames a coordinate is off by more than so much. */
function shareOff({ asked, drawn }: Axis, { target: { range }, time }: Motions, least: number): number {
  const [a, b] = [asked, drawn].map(() => new Float64Array(range.last - range.first + 1)) as [
    Float64Array,
    Float64Array,
  ];
  bakeChannelInto(a, asked, range.first, 1);
  bakeChannelInto(b, drawn, time.toTake(range.first), time.toTake(1) - time.toTake(0));
  let off = 0;
  for (let i = 0; i < a.length; i++) if (Math.abs(b[i]! - a[i]!) > least) off++;
  return off / a.length;
}

/** What each of two does that the other does not: what both do is what the place does. */
export function withoutShared([a, b]: readonly [OwnCause | null, OwnCause | null]): (OwnCause | null)[] {
  if (!a || !b) return [a, b];
  // At one pace, what begins later is the later for it.
  const isTimeShared =
    a.time !== null &&
    b.time !== null &&
    Math.abs(a.time.shift + (a.time.pace - 1) * (b.time.from - a.time.from) - b.time.shift) <= SLACK &&
    Math.abs(a.time.pace - b.time.pace) <= LEFT;
  const isSizeShared = Math.abs(a.size - b.size) <= LEFT;
  return [a, b].map((cause) => {
    const own = { ...cause, time: isTimeShared ? null : cause.time, size: isSizeShared ? 1 : cause.size };
    return own.time === null && own.size === 1 ? null : own;
  });
}

/**
 * Whether a coordinate without such a cause does not do what the other does: moved and sized like that it is no nearer
 * to what is asked; and it is as asked on most frames, or its keys are on time.
 */
export function doesOtherwise(other: Axis, axis: Axis, cause: OwnCause, motions: Motions, allowed: Allowed): boolean {
  const { asked, drawn } = other;
  const alike = usualMiss(other, motions, { placed: placeOf(axis, cause), size: cause.size });
  if (alike < ALSO * usualMiss(other, motions)) return false;
  if (shareOff(other, motions, allowed.least) <= 1 - MOSTLY) return true;
  if (!hasItsKeys(other)) return false;
  const offs = asked.keys.map(({ frame }, i) => Math.abs(motions.time.toTarget(drawn.keys[i]!.frame) - frame));
  return !cause.time || offs.every((off) => off <= allowed.keyFrames);
}

/** From the target's frames to where a cause puts them in the take, on the target's ruler. */
const placeOf = ({ asked }: Axis, { time, places }: OwnCause): Warp =>
  createWarp(time ? asked.keys.map(({ frame }, i) => ({ from: frame, to: places[i]! })) : []);

/**
 * How far a coordinate is off, as a root of the mean square, if it is to be so large and there at those frames; of what
 * is drawn of it.
 */
function usualMiss(
  { asked, drawn }: Axis,
  { target: { range }, time }: Motions,
  { placed, size }: { placed: Warp; size: number } = { placed: (frame) => frame, size: 1 },
): number {
  const first = asked.keys[0]!.value;
  const [start, end] = isRecorded(drawn, asked)
    ? [drawn.keys[0]!.frame, drawn.keys.at(-1)!.frame]
    : [-Infinity, Infinity];
  let [sum, count] = [0, 0];
  for (let frame = range.first; frame <= range.last; frame++) {
    const at = time.toTake(placed(frame));
    if (at < start || at > end) continue;
    sum += (sampleChannel(drawn, at) - first - (sampleChannel(asked, frame) - first) * size) ** 2;
    count += 1;
  }
  return count > 0 ? Math.sqrt(sum / count) : 0;
}

/** Whether the take has the target's keys of it, in their order. */
export const hasItsKeys = ({ asked, drawn }: Axis): boolean =>
  asked.keys.length === drawn.keys.length && !isRecorded(drawn, asked);

/**
 * What puts a coordinate, as a whole, where the take has it: told by its keys where they are the target's in their
 * order, else by its curve, as where these were found in one; null where nothing does, or nothing has to.
 */
export function causeOf(
  axis: Axis,
  other: Axis,
  motions: Motions,
  { areFound, ...allowed }: Allowed & { areFound: boolean },
): OwnCause | null {
  const areItsKeys = hasItsKeys(axis);
  const told = areItsKeys ? causeByKeys(axis, motions.time, allowed) : null;
  const cause = told ?? (areItsKeys && !areFound ? null : causeByCourse(axis, motions, allowed));
  if (!cause) return null;
  // What a recording lacks of its extremes makes it a little smaller.
  const most = (told ? 1 : RECORDED) * allowed.least;
  const isOfSize = Math.abs(cause.size - 1) * axis.extent <= most;
  const isSized = !isOfSize && isSizeSeen(axis, other, cause, motions.time, allowed.least);
  if (isSized) return cause;
  // In a recording the size explains the curve.
  return cause.time && (isOfSize || told) ? { ...cause, size: 1 } : null;
}

function causeByKeys({ asked, drawn, extent }: Axis, time: SharedTime, { keyFrames, least }: Allowed): OwnCause | null {
  const [first, firstDrawn] = [asked.keys[0]!.value, drawn.keys[0]!.value];
  const ways = asked.keys.map(({ value }, i) => ({ asked: value - first, drawn: drawn.keys[i]!.value - firstDrawn }));
  const length = ways.reduce((sum, way) => sum + way.asked ** 2, 0);
  const size = length > 0 ? ways.reduce((sum, way) => sum + way.asked * way.drawn, 0) / length : 1;
  const most = Math.max(LEFT * extent * Math.abs(size), least / 4);
  if (ways.some((way) => Math.abs(way.drawn - size * way.asked) > most)) return null;
  return causeOfPlaces(
    asked,
    drawn.keys.map(({ frame }) => time.toTarget(frame)),
    { size, keyFrames, isSampled: false },
  );
}

function causeByCourse(axis: Axis, motions: Motions, { keyFrames, least }: Allowed): OwnCause | null {
  if (shareOff(axis, motions, least) === 0) return null;
  const found = courseOf(axis, motions, least);
  const cause = found && causeOfPlaces(axis.asked, found.places, { size: found.size, keyFrames, isSampled: true });
  return cause?.time && !movesFrom(axis, motions, cause.time.from) ? null : cause;
}

/** Whether a take's coordinate moves at all from a frame of the target on: if not, it has not come late, but never. */
function movesFrom({ drawn, extent }: Axis, { target: { range }, time }: Motions, from: number): boolean {
  const start = sampleChannel(drawn, time.toTake(from));
  for (let frame = Math.ceil(from); frame <= range.last; frame++)
    if (Math.abs(sampleChannel(drawn, time.toTake(frame)) - start) > ONE_POSE * extent) return true;
  return false;
}

/** What puts the target's keys of a coordinate in these places, together; null where nothing does. */
function causeOfPlaces(
  { keys }: Channel,
  places: readonly number[],
  { size, keyFrames, isSampled }: { size: number; keyFrames: number; isSampled: boolean },
): OwnCause | null {
  const offsets = keys.map(({ frame }, i): KeyOffset => ({
    frame,
    off: places[i]! - frame,
    tolerance: keyFrames,
    isSampled,
  }));
  const late = offsets.filter(({ off }) => severityOf(off, keyFrames) !== null);
  if (late.length === 0) return { time: null, size, places };
  // Of two keys one that is late is that.
  const shifted = late.length > 1 ? shiftOf(offsets, SLACK, false) : null;
  if (shifted) return { time: { from: shifted.frame, shift: shifted.shift, pace: 1 }, size, places };
  const paced = paceOf(offsets, SLACK, false);
  const { frame: from, off: shift } = offsets[0]!;
  return paced && { time: { from, shift, pace: paced.pace }, size, places };
}

/**
 * Whether the size shows in several poses of the place that are away from the first, also where the coordinate passes
 * the other's: one pose that is off is that, and so is the first where the others are where they ought to be.
 */
function isSizeSeen(
  { asked, drawn, extent }: Axis,
  other: Axis,
  { size, places }: OwnCause,
  time: SharedTime,
  least: number,
): boolean {
  if (Math.abs(size) < A_WAY) return false;
  const away = asked.keys.flatMap(({ value }, i) =>
    Math.abs(value - asked.keys[0]!.value) >= A_WAY * extent
      ? [Math.abs(sampleChannel(drawn, time.toTake(places[i]!)) - value)]
      : [],
  );
  if (away.every((miss) => miss <= least)) return false;
  const keyed = new Set([...asked.keys, ...other.asked.keys].map(({ frame }) => frame));
  const poses = [...keyed].sort((a, b) => a - b).map((frame) => sampleChannel(asked, frame));
  const isAway = (value: number): boolean => Math.abs(value - poses[0]!) >= A_WAY * extent;
  const isOther = (value: number, i: number): boolean => Math.abs(value - poses[i - 1]!) > ONE_POSE * extent;
  return size < 0 || poses.filter((value, i) => i > 0 && isAway(value) && isOther(value, i)).length > 1;
}

/** The take's coordinate with what the cause says undone: keys moved, samples taken where they then are. */
export function putRight(axis: Axis, cause: OwnCause, time: SharedTime): Channel {
  const { time: when, size, places } = cause;
  const { asked, drawn } = axis;
  const toPlace = placeOf(axis, cause);
  const toTarget = createWarp(when ? asked.keys.map(({ frame }, i) => ({ from: places[i]!, to: frame })) : []);
  const [start] = drawn.keys;
  const first = start!.value;
  // What goes the other way may begin elsewhere: wherever it is mirrored, that is one thing.
  const begins = size < 0 ? sampleChannel(asked, toTarget(time.toTarget(start!.frame))) : first;
  const sized = (value: number): number => begins + (value - first) / size;
  const handle = (own: Key['in']): Key['in'] => ({
    frames: own.frames / (when?.pace ?? 1),
    value: own.value / size,
  });
  // What is keyed on whole frames is so then, too.
  const onFrame = (frame: number, before: number): number => (Number.isInteger(before) ? Math.round(frame) : frame);
  const moved = (key: Key): Key => ({
    ...key,
    frame: when ? onFrame(time.toTake(toTarget(time.toTarget(key.frame))), key.frame) : key.frame,
    value: sized(key.value),
    in: handle(key.in),
    out: handle(key.out),
  });
  /** What it shows at a frame of the target; beyond what is drawn of it nothing is off. */
  const shownAt = (frame: number): number => {
    const at = time.toTake(toPlace(frame));
    return at >= drawn.keys[0]!.frame && at <= drawn.keys.at(-1)!.frame
      ? sized(sampleChannel(drawn, at))
      : sampleChannel(asked, frame);
  };
  const sampled = (key: Key): Key => ({ ...key, value: shownAt(time.toTarget(key.frame)) });
  const isByFrames = isRecorded(drawn, asked) || regularGap(drawn.keys) === 1;
  // Of those that come to lie on one frame the first is there.
  if (hasItsKeys(axis) || !isByFrames) return { ...drawn, keys: eachOnItsFrame(drawn.keys.map(moved)) };
  // Keys among in-betweens on every frame go where they belong, and these stay.
  const telling = tellingOf(drawn.keys);
  if (telling.length === drawn.keys.length) return { ...drawn, keys: drawn.keys.map(sampled) };
  const keys = telling.map((key) => sampled({ ...key, frame: Math.round(moved(key).frame) }));
  const known = new Set(keys.map(({ frame }) => frame));
  const between = drawn.keys.filter((key) => !telling.includes(key) && !known.has(key.frame)).map(sampled);
  const inOrder = [...keys, ...between].sort((one, other) => one.frame - other.frame);
  return { ...drawn, keys: eachOnItsFrame(inOrder) };
}

/** Keys in order, the first of those on one frame. */
const eachOnItsFrame = (keys: readonly Key[]): Key[] =>
  keys.filter(({ frame }, i) => i === 0 || frame > keys[i - 1]!.frame);
