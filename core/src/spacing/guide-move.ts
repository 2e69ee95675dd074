import { CoreError } from '../core-error.ts';
import { extentOf } from '../extent.ts';
import { solveBezierTime } from '../motion/curve/bezier.ts';
import { channelOf, findChannel, findSubject, withChannel } from '../motion/document/document.ts';
import type { PathPoint, Point } from '../motion/document/geometry.ts';
import type { Channel, GuidePath, Key, KeyRole, MotionDocument, Subject } from '../motion/document/schema.ts';
import type { ChannelRef, Edit, KeyRef } from '../motion/keys/change-keys.ts';
import { fitKeys } from '../motion/keys/fit-keys.ts';
import { createPathSampler } from '../motion/path/guide-path.ts';
import { samplerOf, turnOnPath } from '../motion/path/pose.ts';
import { channelSpeed, sampleChannel } from '../motion/sampling/sample.ts';
import { segmentCurve } from '../motion/sampling/segment.ts';
import type { FrameRange } from '../time/range.ts';

/**
 * No frame moves by more than this when a move is put on a path of its own or taken off, in px: half of what is
 * promised. Of moves larger than any stage a share of their size.
 */
const TOLERANCE_PX = 0.005;
const TOLERANCE_SHARE = 5e-7;
/** As many points as a path may have. */
const MOST_POINTS = 2000;
const AXES = ['position.x', 'position.y'] as const;
const NO_OFFSET: Point = { x: 0, y: 0 };

const refused = (motion: MotionDocument, why: string): Edit => ({ motion, keys: [], gaveWay: [], refused: why });

function subjectOf(motion: MotionDocument, subjectId: string): Subject {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return subject;
}

const hasOutside = ({ before, after, wobble }: Channel): boolean =>
  before !== undefined || after !== undefined || wobble !== undefined;

/**
 * The frames that what a channel does must be followed over: from its first key to its last, and over the range where
 * it moves beyond them.
 */
function reach(motion: MotionDocument, channels: readonly Channel[]): { stops: number[]; roles: Map<number, KeyRole> } {
  const keys = channels.flatMap((channel) => channel.keys);
  const whole = keys.flatMap(({ frame }) => [Math.floor(frame), Math.ceil(frame)]);
  const ends = channels.some(hasOutside) ? [motion.range.first, motion.range.last] : [];
  return {
    stops: [...new Set([...whole, ...ends])].sort((a, b) => a - b),
    // A key between frames has its role on the nearest of those that are followed.
    roles: new Map(keys.map((key) => [Math.round(key.frame), key.role])),
  };
}

const framesBetween = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i);

const withRoles = (keys: readonly Key[], roles: ReadonlyMap<number, KeyRole>): Key[] =>
  keys.map((key) => ({ ...key, role: roles.get(key.frame) ?? 'inbetween' }));

interface Stretch {
  /** The handles from its two ends, and when they are reached. */
  out: Point;
  in: Point;
  times: [number, number];
}

/**
 * One channel's way between two of its keys as a cubic of time: inner values off its ends. One that never moves fits
 * any times. Null where it is no single cubic.
 */
function cubicOf(
  channel: Channel,
  from: number,
  to: number,
): { out: number; in: number; times: [number, number] | null } | null {
  const { keys } = channel;
  if (keys.length < 2 && !hasOutside(channel)) return { out: 0, in: 0, times: null };
  const index = keys.findIndex((key) => key.frame === from);
  const [a, b] = [keys[index], keys[index + 1]];
  if (hasOutside(channel) || !a || b?.frame !== to) return null;
  if (a.leave === 'linear') return { out: (b.value - a.value) / 3, in: (a.value - b.value) / 3, times: [1 / 3, 2 / 3] };
  if (a.leave !== 'curve') return null;
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  return { out: v1 - a.value, in: v2 - b.value, times: [x1, x2] };
}

/**
 * The move between two frames as one cubic of the plane, where x and y share their keys and the times of their handles;
 * else null.
 */
function onePiece(x: Channel, y: Channel, from: number, to: number): Stretch | null {
  const [a, b] = [cubicOf(x, from, to), cubicOf(y, from, to)];
  const times = a?.times ?? b?.times;
  if (!a || !b || !times) return null;
  if (a.times && b.times && Math.max(Math.abs(a.times[0] - b.times[0]), Math.abs(a.times[1] - b.times[1])) > 1e-9)
    return null;
  return { out: { x: a.out, y: b.out }, in: { x: a.in, y: b.in }, times };
}

/** The line a move draws: a piece for each stretch between keys where that meets it, else one for each frame. */
function lineOf(
  motion: MotionDocument,
  x: Channel,
  y: Channel,
  stops: readonly number[],
): { points: PathPoint[]; frames: number[]; times: Map<number, [number, number]> } {
  const at = (frame: number): Point => ({ x: sampleChannel(x, frame), y: sampleChannel(y, frame) });
  /** A third of a frame's way by the speed on one side. */
  const third = (frame: number, side: 'left' | 'right'): Point => {
    const [dx, dy] = [x, y].map(
      (channel) => (channelSpeed(channel, frame, motion.rate)[side] * motion.rate.den) / motion.rate.num / 3,
    ) as [number, number];
    return Number.isFinite(dx) && Number.isFinite(dy) ? { x: dx, y: dy } : NO_OFFSET;
  };
  const points: PathPoint[] = [{ ...at(stops[0]!), in: NO_OFFSET, out: NO_OFFSET }];
  const frames = [stops[0]!];
  const times = new Map<number, [number, number]>();
  const goOn = (frame: number, out: Point, arriving: Point): void => {
    points[points.length - 1] = { ...points.at(-1)!, out };
    points.push({ ...at(frame), in: arriving, out: NO_OFFSET });
    frames.push(frame);
  };
  for (let s = 0; s + 1 < stops.length; s++) {
    const [from, to] = [stops[s]!, stops[s + 1]!];
    const piece = onePiece(x, y, from, to);
    if (piece) {
      times.set(from, piece.times);
      goOn(to, piece.out, piece.in);
    } else {
      for (let frame = from; frame < to; frame++) {
        const arriving = third(frame + 1, 'left');
        goOn(frame + 1, third(frame, 'right'), { x: 0 - arriving.x, y: 0 - arriving.y });
      }
    }
  }
  return { points, frames, times };
}

/**
 * Puts a subject's keyed move on a guide path of its own: its shape becomes a path, its timing one `travel` channel. No
 * whole frame moves by more than 0.01 px. Keys of the position go; what other subjects hang on it follows as before.
 * Refused where it does not move, or is on a path already. Throws `unknown-subject`.
 */
export function moveOntoGuide(motion: MotionDocument, subjectId: string, pathId: string): Edit {
  const subject = subjectOf(motion, subjectId);
  if (subject.guide) return refused(motion, `${subject.name} is on a guide path already.`);
  const [x, y] = AXES.map((id) => channelOf(motion, subjectId, id)) as [Channel, Channel];
  const { stops, roles } = reach(motion, [x, y]);
  if (stops.length < 2) return refused(motion, `${subject.name} does not move: set two keys of its position first.`);
  const { points, frames, times } = lineOf(motion, x, y, stops);
  if (points.length > MOST_POINTS)
    return refused(
      motion,
      `This move would make a path of ${points.length} points; ${MOST_POINTS} are the most. Key x and y ` +
        'together first.',
    );
  const path: GuidePath = { id: pathId, name: `${subject.name}: its way`, closed: false, points };
  const sampler = createPathSampler(path);
  if (!(sampler.lengthPx > 0))
    return refused(motion, `${subject.name} does not move: its position is the same on all its keys.`);
  const [first, last] = [stops[0]!, stops.at(-1)!];
  const shares = framesBetween(first, last).map((frame) => {
    const piece = Math.max(
      0,
      frames.findLastIndex((start) => start <= frame),
    );
    const from = frames[piece]!;
    if (piece >= points.length - 1) return 1;
    const time = times.get(from);
    const share = (frame - from) / (frames[piece + 1]! - from);
    return sampler.shareAt(piece, time ? solveBezierTime(time[0], time[1], share) : share);
  });
  const [keys] = fitKeys(
    [shares],
    first,
    stops,
    (stop) => (times.has(stop) ? [times.get(stop)!] : []),
    TOLERANCE_PX / sampler.lengthPx,
  );
  const travel = { ...channelOf(motion, subjectId, 'travel'), keys: withRoles(keys!, roles) };
  let result: MotionDocument = {
    ...motion,
    guides: [...motion.guides.filter((guide) => guide.id !== pathId), path],
    subjects: motion.subjects.map((other) =>
      other.id === subjectId ? { ...other, guide: { pathId, orient: false, angle: 0, lean: 0 } } : other,
    ),
  };
  result = withChannel(result, subjectId, travel);
  for (const id of AXES) result = withChannel(result, subjectId, { id, resting: 0, keys: [] });
  return {
    motion: result,
    keys: travel.keys.map(({ frame }): KeyRef => ({ subjectId, channelId: 'travel', frame })),
    gaveWay: [],
  };
}

/**
 * Takes a subject off its guide path and keys its position instead, so that no whole frame moves by more than 0.01 px;
 * a turn or lean along the path is written into its rotation, a key a frame. A path that nothing else follows goes too.
 * `within` leaves out what it does on other frames. Refused where it is on no path. Throws `unknown-subject`.
 */
export function moveOffGuide(motion: MotionDocument, subjectId: string, within: FrameRange | null = null): Edit {
  const subject = subjectOf(motion, subjectId);
  const path = subject.guide && motion.guides.find((guide) => guide.id === subject.guide!.pathId);
  if (!subject.guide || !path) return refused(motion, `${subject.name} is on no guide path.`);
  const travel = channelOf(motion, subjectId, 'travel');
  const [x, y] = AXES.map((id) => channelOf(motion, subjectId, id)) as [Channel, Channel];
  const { stops, roles } = reach(motion, [travel, x, y]);
  const ends = stopsWithin(stops.length > 0 ? stops : [motion.range.first], within);
  const frames = framesBetween(ends[0]!, ends.at(-1)!);
  const sampler = samplerOf(path);
  const places = frames.map((frame) => {
    const place = sampler.placeAt(sampleChannel(travel, frame));
    return { x: place.x + sampleChannel(x, frame), y: place.y + sampleChannel(y, frame) };
  });
  const hints = (stop: number): [number, number][] => {
    const index = travel.keys.findIndex((key) => key.frame === stop);
    if (travel.keys[index]?.leave !== 'curve' || !travel.keys[index + 1]) return [];
    const { x1, x2 } = segmentCurve(travel.keys, index);
    return [[x1, x2]];
  };
  const along = [places.map((place) => place.x), places.map((place) => place.y)];
  const size = Math.max(...along.map(extentOf).map(({ low, high }) => high - low));
  const columns = fitKeys(along, ends[0]!, ends, hints, Math.max(TOLERANCE_PX, TOLERANCE_SHARE * size));
  let result: MotionDocument = {
    ...motion,
    subjects: motion.subjects.map((other) =>
      other.id === subjectId
        ? { ...other, guide: null, channels: other.channels.filter((channel) => channel.id !== 'travel') }
        : other,
    ),
  };
  const isFollowed = result.subjects.some((other) => other.guide?.pathId === path.id);
  if (!isFollowed) result = { ...result, guides: result.guides.filter((guide) => guide.id !== path.id) };
  const refs: ChannelRef[] = AXES.map((channelId) => ({ subjectId, channelId }));
  refs.forEach(({ channelId }, c) => {
    const keys = withRoles(columns[c]!, roles);
    result = withChannel(result, subjectId, {
      id: channelId,
      resting: keys[0]!.value,
      keys: keys.length > 1 ? keys : [],
    });
  });
  result = withTurn(motion, subject, result, frames);
  const keys = AXES.flatMap((channelId) =>
    findChannel(findSubject(result, subjectId)!, channelId)!.keys.map(({ frame }): KeyRef => ({
      subjectId,
      channelId,
      frame,
    })),
  );
  return { motion: result, keys, gaveWay: [] };
}

/** Stops on the frames that count: those beyond them give way to their ends. */
function stopsWithin(stops: number[], within: FrameRange | null): number[] {
  if (!within) return stops;
  const { first, last } = within;
  const inside = stops.filter((stop) => stop > first && stop < last);
  return [...(stops[0]! <= first ? [first] : []), ...inside, ...(stops.at(-1)! >= last ? [last] : [])];
}

/**
 * The same motion with every subject on a guide path moving by its position instead: so that moves are compared by
 * where they go, however they are written down. Unchanged where nothing is on a path. `within` leaves out what happens
 * on other frames, so that the cost is that of the frames that count.
 */
export function keyedByPosition(motion: MotionDocument, within: FrameRange | null = null): MotionDocument {
  return motion.subjects.reduce(
    (plain, subject) => (subject.guide ? moveOffGuide(plain, subject.id, within).motion : plain),
    motion,
  );
}

/** Writes what a path turned a subject by into its rotation. */
function withTurn(
  motion: MotionDocument,
  subject: Subject,
  result: MotionDocument,
  frames: readonly number[],
): MotionDocument {
  const { orient, lean } = subject.guide!;
  if (!orient && lean === 0) return result;
  const rotation = channelOf(motion, subject.id, 'rotation');
  let before: number | null = null;
  const turns = frames.map((frame) => {
    const turn: number = turnOnPath(motion, subject, frame);
    // A heading jumps by a whole turn where it passes straight left: rotation goes on.
    before = before === null ? turn : turn - 360 * Math.round((turn - before) / 360);
    return before + sampleChannel(rotation, frame);
  });
  const [drawn] = fitKeys([turns], frames[0]!, frames, () => [], 1e-9);
  return withChannel(result, subject.id, {
    id: 'rotation',
    resting: rotation.resting,
    keys: withRoles(drawn!, new Map(rotation.keys.map((key) => [key.frame, key.role]))),
  });
}
