import { CoreError } from '../../core-error.ts';
import type { ChannelId } from '../document/channels.ts';
import { createChannel, createSubject, findChannel, findSubject, restingOf } from '../document/document.ts';
import type { Point } from '../document/geometry.ts';
import type { Channel, Key, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';
import { applyTo, inverseOf, poseOf } from '../path/pose.ts';
import { offsetChannels } from './set-rest.ts';

function withSubjects(motion: MotionDocument, subjects: Subject[]): Edit {
  return { motion: { ...motion, subjects }, keys: [], gaveWay: [] };
}

function placeOf(motion: MotionDocument, subjectId: string): number {
  const at = motion.subjects.findIndex((subject) => subject.id === subjectId);
  if (at < 0) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return at;
}

/** Changes a subject's name, look, lock, exposure and when it is on stage. Throws `unknown-subject`. */
export function setSubject(
  motion: MotionDocument,
  subjectId: string,
  change: Partial<Pick<Subject, 'name' | 'look' | 'locked' | 'visible' | 'exposure'>> & {
    onStage?: Subject['onStage'] | undefined;
    chain?: Subject['chain'] | undefined;
  },
): Edit {
  const at = placeOf(motion, subjectId);
  const { onStage, chain, ...changed } = { ...motion.subjects[at]!, ...change };
  return withSubjects(
    motion,
    motion.subjects.with(at, { ...changed, ...(onStage && { onStage }), ...(chain && { chain }) }),
  );
}

/**
 * Puts the point that a subject is placed and turned about elsewhere in its look; the subject stays where it is on
 * `frame`, and by as much on its other keys where it does not turn. Throws `unknown-subject`.
 */
export function setPivot(motion: MotionDocument, subjectId: string, pivot: Point, frame: number): Edit {
  const at = placeOf(motion, subjectId);
  const subject = motion.subjects[at]!;
  const moved = withSubjects(motion, motion.subjects.with(at, { ...subject, pivot })).motion;
  const before = applyTo(poseOf(motion, subject, frame), subject.pivot);
  const after = applyTo(poseOf(motion, subject, frame), pivot);
  const parent = subject.parentId === null ? undefined : findSubject(motion, subject.parentId);
  const inverse = parent && inverseOf(poseOf(motion, parent, frame));
  const [from, to] = inverse ? [applyTo(inverse, before), applyTo(inverse, after)] : [before, after];
  return offsetChannels(moved, [
    { subjectId, channelId: 'position.x' as const, value: to.x - from.x },
    { subjectId, channelId: 'position.y' as const, value: to.y - from.y },
  ]);
}

/** The first id of the kind that no subject has yet. */
export function freeSubjectId(motion: MotionDocument): string {
  let number = motion.subjects.length + 1;
  while (findSubject(motion, `subject-${number}`)) number++;
  return `subject-${number}`;
}

/** A subject as it is put onto the stage. */
type NewSubject = Pick<Subject, 'id' | 'name' | 'look'> & {
  at?: Point;
  turn?: number;
  keys?: Partial<Record<ChannelId, Key[]>>;
};

/**
 * Adds a subject in front of the others, in the middle of the stage unless said, turned by so many degrees, with keys
 * of its own where they are given. Throws `subject-exists` where its id is taken.
 */
export function addSubject(motion: MotionDocument, { id, name, look, at, turn = 0, keys = {} }: NewSubject): Edit {
  if (findSubject(motion, id))
    throw new CoreError('subject-exists', `There is a subject "${id}" in this motion already.`);
  const { widthPx, heightPx } = motion.stage;
  const place = at ?? { x: Math.round(widthPx / 2), y: Math.round(heightPx / 2) };
  const subject = createSubject(id, name, look, place);
  const ids = new Set([...subject.channels.map((channel) => channel.id), ...(Object.keys(keys) as ChannelId[])]);
  const channels = [...ids].map((channelId): Channel => {
    const channel = findChannel(subject, channelId) ?? createChannel(channelId, restingOf(subject, channelId));
    return { ...channel, ...(channelId === 'rotation' && { resting: turn }), keys: keys[channelId] ?? channel.keys };
  });
  return withSubjects(motion, [...motion.subjects, { ...subject, channels }]);
}

/**
 * Takes a subject out with its keys; what it carried stands by itself. The last one that moves stays. Throws
 * `unknown-subject`.
 */
export function removeSubject(motion: MotionDocument, subjectId: string): Edit {
  const at = placeOf(motion, subjectId);
  const left = motion.subjects
    .toSpliced(at, 1)
    .map((subject) => (subject.parentId === subjectId ? { ...subject, parentId: null } : subject));
  if (!left.some((subject) => !subject.locked))
    return {
      ...withSubjects(motion, motion.subjects),
      motion,
      refused: 'A motion has at least one subject that can move.',
    };
  return withSubjects(motion, left);
}

/** Puts a subject so many places further to the front (or, below zero, to the back). Throws `unknown-subject`. */
export function orderSubject(motion: MotionDocument, subjectId: string, by: number): Edit {
  const at = placeOf(motion, subjectId);
  const to = Math.min(motion.subjects.length - 1, Math.max(0, at + by));
  return withSubjects(motion, motion.subjects.toSpliced(at, 1).toSpliced(to, 0, motion.subjects[at]!));
}
