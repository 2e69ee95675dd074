import { CoreError } from '../../core-error.ts';
import { channelOf, createKey, findSubject, shiftedChannel, withChannel } from '../document/document.ts';
import type { PathPoint } from '../document/geometry.ts';
import type { Guided, GuidePath, Key, MotionDocument } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { samplerOf } from '../path/pose.ts';
import { splitPiece } from '../path/split-piece.ts';
import { guideSubject, setGuide } from './guide-subject.ts';

function guideOf(motion: MotionDocument, pathId: string): GuidePath {
  const guide = motion.guides.find(({ id }) => id === pathId);
  if (!guide) throw new CoreError('unknown-guide', `There is no guide path "${pathId}" in this motion.`);
  return guide;
}

const NO_MORE = { keys: [], gaveWay: [] };

/**
 * Puts a subject on a guide path, or (null) off it, in the place of how it moved: the keys of its position go, and it
 * travels at once. Off the path it stays where its first frame was. Throws `unknown-subject`, `unknown-guide`.
 */
export function rideGuide(motion: MotionDocument, subjectId: string, guide: Guided | null): Edit {
  const subject = findSubject(motion, subjectId);
  if (!subject) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  let result = motion;
  const path = subject.guide && motion.guides.find(({ id }) => id === subject.guide!.pathId);
  const place = !guide && path ? samplerOf(path).placeAt(0) : null;
  for (const channelId of ['position.x', 'position.y'] as const) {
    const channel = channelOf(result, subjectId, channelId);
    const resting = place ? place[channelId === 'position.x' ? 'x' : 'y'] : 0;
    result = withChannel(result, subjectId, { ...channel, keys: [], resting });
  }
  return guideSubject(result, subjectId, guide);
}

/** A subject's travel as these keys, in the place of those there are. */
export function setTravel(motion: MotionDocument, subjectId: string, keys: readonly Key[]): Edit {
  const travel = channelOf(motion, subjectId, 'travel');
  return { motion: withChannel(motion, subjectId, { ...travel, keys: [...keys] }), ...NO_MORE };
}

/**
 * Travel by the points of its path: a key on each, as far apart in time as they are in number, from its first key's
 * frame to its last one's. Throws `unknown-subject`, `unknown-guide`.
 */
export function travelByPoints(motion: MotionDocument, subjectId: string): Edit {
  const subject = findSubject(motion, subjectId);
  if (!subject?.guide) throw new CoreError('unknown-guide', `"${subjectId}" is on no guide path.`);
  const path = guideOf(motion, subject.guide.pathId);
  const sampler = samplerOf(path);
  const { keys } = channelOf(motion, subjectId, 'travel');
  const first = keys[0]?.frame ?? motion.range.first;
  const last = keys.at(-1)?.frame ?? motion.range.last;
  const pieces = path.closed ? path.points.length : path.points.length - 1;
  const travelled = Array.from({ length: pieces + 1 }, (_, i) => {
    const share = i === 0 ? 0 : i === pieces ? 1 : sampler.shareAt(i, 0);
    const frame = Math.round((first + ((last - first) * i) / pieces) * 1000) / 1000;
    const isEnd = i === 0 || i === pieces;
    return createKey(frame, share, { leave: 'linear', role: isEnd ? 'extreme' : 'breakdown' });
  });
  return setTravel(motion, subjectId, travelled);
}

/**
 * The travels of all that are on a path begin evenly spread along it, in their order: on an open one to its very end if
 * none of them moves, else short of it, so that the foremost has way to go. Throws `unknown-guide`.
 */
export function spreadOnGuide(motion: MotionDocument, pathId: string): Edit {
  const { closed } = guideOf(motion, pathId);
  const riders = motion.subjects.filter(({ guide }) => guide?.pathId === pathId);
  const stands = riders.every(({ id }) => {
    const { keys } = channelOf(motion, id, 'travel');
    return keys.every(({ value }) => value === keys[0]!.value);
  });
  const parts = closed || !stands ? riders.length : Math.max(1, riders.length - 1);
  let result = motion;
  for (const [i, { id }] of riders.entries()) {
    const travel = channelOf(result, id, 'travel');
    const start = travel.keys[0]?.value ?? travel.resting;
    result = withChannel(result, id, shiftedChannel(travel, i / parts - start));
  }
  return { motion: result, ...NO_MORE };
}

/** Which piece of a path a share of its length is on, and the parameter there. */
function pieceAt(path: GuidePath, share: number): { piece: number; t: number } {
  const sampler = samplerOf(path);
  const pieces = path.closed ? path.points.length : path.points.length - 1;
  let piece = 0;
  while (piece + 1 < pieces && sampler.shareAt(piece + 1, 0) <= share) piece++;
  let [low, high] = [0, 1];
  for (let round = 0; round < 50; round++) {
    const middle = (low + high) / 2;
    if (sampler.shareAt(piece, middle) < share) low = middle;
    else high = middle;
  }
  return { piece, t: (low + high) / 2 };
}

/** So near an end a path is not split there. */
const AN_END = 1e-6;

/**
 * Splits an open path in two at a share of its length: the first part keeps its id, and who is on it. A closed one is
 * opened there. Throws `unknown-guide`.
 */
export function splitGuide(motion: MotionDocument, pathId: string, share: number, newId: string): Edit {
  const path = guideOf(motion, pathId);
  const { piece, t } = pieceAt(path, share);
  if (!path.closed && (share < AN_END || share > 1 - AN_END))
    return { motion, ...NO_MORE, refused: 'A path is split between its ends.' };
  const points = splitPiece(path, piece, t);
  const at = piece + 1;
  if (path.closed) {
    const opened: PathPoint[] = [...points.slice(at), ...points.slice(0, at), points[at]!];
    return setGuide(motion, { ...path, closed: false, points: opened });
  }
  const first = setGuide(motion, { ...path, points: points.slice(0, at + 1) }).motion;
  const name = `${path.name.slice(0, 55)}, on`;
  return setGuide(first, { id: newId, name, closed: false, points: points.slice(at) });
}

/**
 * Joins another open path to the end of one, by a straight piece where they do not meet; who was on the other is on
 * this one. Throws `unknown-guide`.
 */
export function joinGuides(motion: MotionDocument, pathId: string, otherId: string): Edit {
  const [path, other] = [guideOf(motion, pathId), guideOf(motion, otherId)];
  if (path.closed || other.closed) return { motion, ...NO_MORE, refused: 'A closed path has no end to join to.' };
  const [end, begin] = [path.points.at(-1)!, other.points[0]!];
  const meet = Math.hypot(end.x - begin.x, end.y - begin.y) < 0.5;
  const points = meet
    ? [...path.points.slice(0, -1), { ...end, out: begin.out }, ...other.points.slice(1)]
    : [...path.points, ...other.points];
  return {
    motion: {
      ...motion,
      guides: motion.guides
        .filter(({ id }) => id !== otherId)
        .map((guide) => (guide === path ? { ...path, points } : guide)),
      subjects: motion.subjects.map((subject) =>
        subject.guide?.pathId === otherId ? { ...subject, guide: { ...subject.guide, pathId } } : subject,
      ),
    },
    ...NO_MORE,
  };
}

/** Takes a path out; who was on it stands where it began. Throws `unknown-guide`. */
export function removeGuide(motion: MotionDocument, pathId: string): Edit {
  guideOf(motion, pathId);
  let result = motion;
  for (const { id, guide } of motion.subjects)
    if (guide?.pathId === pathId) result = rideGuide(result, id, null).motion;
  return { motion: { ...result, guides: result.guides.filter(({ id }) => id !== pathId) }, ...NO_MORE };
}
