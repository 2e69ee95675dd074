import { CoreError } from '../../core-error.ts';
import { createSubject, findSubject } from '../document/document.ts';
import type { Look, MotionDocument, Subject } from '../document/schema.ts';
import type { Edit } from '../keys/change-keys.ts';

function withSubjects(motion: MotionDocument, subjects: Subject[]): Edit {
  return { motion: { ...motion, subjects }, keys: [], gaveWay: [] };
}

function placeOf(motion: MotionDocument, subjectId: string): number {
  const at = motion.subjects.findIndex((subject) => subject.id === subjectId);
  if (at < 0) throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  return at;
}

/**
 * Changes a subject's name, look, lock, exposure and how it hangs. One that would be carried by itself, through
 * whomever, is refused. Throws `unknown-subject`.
 */
export function setSubject(
  motion: MotionDocument,
  subjectId: string,
  change: Partial<Pick<Subject, 'name' | 'look' | 'locked' | 'visible' | 'exposure' | 'pivot' | 'parentId'>>,
): Edit {
  const at = placeOf(motion, subjectId);
  const { parentId } = change;
  if (parentId && carriers(motion, parentId).has(subjectId)) {
    return {
      ...withSubjects(motion, motion.subjects),
      motion,
      refused: 'A subject cannot be carried by one that it carries.',
    };
  }
  return withSubjects(motion, motion.subjects.with(at, { ...motion.subjects[at]!, ...change }));
}

/** A subject and all that carry it. */
function carriers(motion: MotionDocument, subjectId: string): Set<string> {
  const found = new Set<string>();
  for (let id: string | null = subjectId; id !== null && !found.has(id); id = findSubject(motion, id)?.parentId ?? null)
    found.add(id);
  return found;
}

/** The first id of the kind that no subject has yet. */
export function freeSubjectId(motion: MotionDocument): string {
  let number = motion.subjects.length + 1;
  while (findSubject(motion, `subject-${number}`)) number++;
  return `subject-${number}`;
}

/** Adds a subject in front of the others, in the middle of the stage. Throws `subject-exists` where its id is taken. */
export function addSubject(motion: MotionDocument, id: string, name: string, look: Look): Edit {
  if (findSubject(motion, id))
    throw new CoreError('subject-exists', `There is a subject "${id}" in this motion already.`);
  const { widthPx, heightPx } = motion.stage;
  return withSubjects(motion, [
    ...motion.subjects,
    createSubject(id, name, look, { x: Math.round(widthPx / 2), y: Math.round(heightPx / 2) }),
  ]);
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
