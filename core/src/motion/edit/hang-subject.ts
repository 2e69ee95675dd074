import { CoreError } from '../../core-error.ts';
import { channelOf, createSubject, findSubject, withChannel } from '../document/document.ts';
import type { Key, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { carrierAt, carriersOf, nearTurn, partsOf } from '../path/carriers.ts';
import { type Affine, applyTo, combine, inverseOf, poseOf } from '../path/pose.ts';
import { sampleChannel } from '../sampling/sample.ts';

/**
 * Lets one subject carry another, or (null) frees it: it stays where it is, turned and as large as it is, on `frame`
 * if it has no keys, else on each of them; on other frames it goes with what carries it. One carried along a guide path
 * keeps its path. A subject that would be carried by itself is refused. Throws `unknown-subject`.
 */
export function hangSubject(motion: MotionDocument, subjectId: string, parentId: string | null, frame: number): Edit {
  const subject = findSubject(motion, subjectId);
  if (!subject || (parentId !== null && !findSubject(motion, parentId)))
    throw new CoreError('unknown-subject', `There is no subject "${parentId ?? subjectId}" in this motion.`);
  if (parentId !== null && carriersOf(motion, parentId).has(subjectId))
    return { motion, keys: [], gaveWay: [], refused: 'A subject cannot be carried by one that it carries.' };
  const hung = { ...subject, parentId };
  let result: MotionDocument = {
    ...motion,
    subjects: motion.subjects.map((other) => (other.id === subjectId ? hung : other)),
  };
  const [from, to] = [carrierAt(motion, subject.parentId), carrierAt(motion, parentId)];
  const between = (at: number): Affine | null => {
    const inverse = inverseOf(to(at));
    return inverse && combine(inverse, from(at));
  };
  if (!subject.guide) result = withPlaces(result, subject, frame, between);
  result = withTurns(result, subject, frame, between);
  return { motion: result, keys: [], gaveWay: [] };
}

type Between = (frame: number) => Affine | null;

/** The frames a subject's channels have keys on; where none has, the frame it is at now. */
function framesOf(subject: Subject, ids: readonly string[], frame: number): number[] {
  const frames = new Set(
    subject.channels.filter(({ id }) => ids.includes(id)).flatMap(({ keys }) => keys.map((key) => key.frame)),
  );
  return frames.size > 0 ? [...frames].sort((a, b) => a - b) : [frame];
}

/** Its position as it is in the new space: on every key of either coordinate. */
function withPlaces(motion: MotionDocument, subject: Subject, frame: number, between: Between): MotionDocument {
  const ids = ['position.x', 'position.y'] as const;
  const channels = ids.map((id) => channelOf(motion, subject.id, id));
  const isKeyed = channels.some(({ keys }) => keys.length > 0);
  const frames = framesOf(subject, ids, frame);
  const placeAt = (at: number): [number, number] => {
    const [x, y] = channels.map((channel) => sampleChannel(channel, at)) as [number, number];
    const move = between(at);
    const place = move ? applyTo(move, { x, y }) : { x, y };
    return [place.x, place.y];
  };
  const places = new Map(frames.map((at) => [at, placeAt(at)]));
  return ids.reduce((result, id, side) => {
    const channel = channels[side]!;
    if (!isKeyed) return withChannel(result, subject.id, { ...channel, resting: places.get(frames[0]!)![side]! });
    const keys = frames.map((at): Key => {
      const known = channel.keys.find((key) => key.frame === at);
      const like = known ?? channels[1 - side]!.keys.find((key) => key.frame === at)!;
      return { ...like, value: places.get(at)![side]! };
    });
    return withChannel(result, subject.id, { ...channel, keys });
  }, motion);
}

/** Its turn and size as they are in the new space, key by key. */
function withTurns(motion: MotionDocument, subject: Subject, frame: number, between: Between): MotionDocument {
  let result = motion;
  for (const id of ['rotation', 'scale.x', 'scale.y'] as const) {
    const channel = channelOf(motion, subject.id, id);
    const carried = (value: number, at: number): number => {
      const move = between(at);
      if (!move) return value;
      const { turn, scaleX, scaleY } = partsOf(move);
      if (id === 'rotation') return nearTurn(value + turn, value);
      return value * (id === 'scale.x' ? scaleX : scaleY);
    };
    result = withChannel(
      result,
      subject.id,
      channel.keys.length === 0
        ? { ...channel, resting: carried(channel.resting, frame) }
        : { ...channel, keys: channel.keys.map((key) => ({ ...key, value: carried(key.value, key.frame) })) },
    );
  }
  return result;
}

/**
 * Groups subjects: a new one that is not seen, in the middle of them, carries them, so that they are moved as one; in
 * the order it stands where the foremost of them does. Throws `unknown-subject`.
 */
export function groupSubjects(
  motion: MotionDocument,
  { id, name }: Pick<Subject, 'id' | 'name'>,
  subjectIds: readonly string[],
  frame: number,
): Edit {
  const members = subjectIds.map((memberId) => {
    const member = findSubject(motion, memberId);
    if (!member) throw new CoreError('unknown-subject', `There is no subject "${memberId}" in this motion.`);
    return member;
  });
  const roots = members.filter(
    (member) => ![...carriersOf(motion, member.id)].some((other) => other !== member.id && subjectIds.includes(other)),
  );
  const places = roots.map((member) => applyTo(poseOf(motion, member, frame), member.pivot));
  const middle = {
    x: places.reduce((sum, { x }) => sum + x, 0) / places.length,
    y: places.reduce((sum, { y }) => sum + y, 0) / places.length,
  };
  const group = createSubject(id, name, { shape: 'group', widthPx: 20, heightPx: 20, fill: '#6b7680' }, middle);
  const foremost = Math.max(...members.map((member) => motion.subjects.indexOf(member)));
  let result: MotionDocument = { ...motion, subjects: motion.subjects.toSpliced(foremost + 1, 0, group) };
  for (const member of roots) result = hangSubject(result, member.id, id, frame).motion;
  return { motion: result, keys: [], gaveWay: [] };
}

/** Frees what a group carries, each where it is on `frame`, and takes the group out. Throws `unknown-subject`. */
export function ungroupSubjects(motion: MotionDocument, groupId: string, frame: number): Edit {
  const group = findSubject(motion, groupId);
  if (!group) throw new CoreError('unknown-subject', `There is no subject "${groupId}" in this motion.`);
  let result = motion;
  for (const member of motion.subjects)
    if (member.parentId === groupId) result = hangSubject(result, member.id, group.parentId, frame).motion;
  return {
    motion: { ...result, subjects: result.subjects.filter(({ id }) => id !== groupId) },
    keys: [],
    gaveWay: [],
  };
}
