import { CoreError } from '../../core-error.ts';
import { partWithin } from '../../time/range.ts';
import { findSubject } from '../document.ts';
import type { MotionDocument, Subject } from '../schema.ts';
import type { Edit } from './edit.ts';

/** Sets rate, range, work range, stage, cues or the rest frame. Keys keep their frame numbers: with another rate the running time changes. A work range stays within the range. */
export function setScene(motion: MotionDocument, scene: Partial<Pick<MotionDocument, 'rate' | 'range' | 'workRange' | 'stage' | 'cues' | 'restFrame'>>): Edit {
  const set = { ...motion, ...scene };
  return { motion: { ...set, workRange: partWithin(set.workRange, set.range) }, keys: [], gaveWay: [] };
}

/** Changes a subject's name, look, lock or exposure. Throws `unknown-subject`. */
export function setSubject(
  motion: MotionDocument,
  subjectId: string,
  change: Partial<Pick<Subject, 'name' | 'look' | 'locked' | 'exposure'>>,
): Edit {
  if (!findSubject(motion, subjectId)) {
    throw new CoreError('unknown-subject', `There is no subject "${subjectId}" in this motion.`);
  }
  const subjects = motion.subjects.map((subject) => (subject.id === subjectId ? { ...subject, ...change } : subject));
  return { motion: { ...motion, subjects }, keys: [], gaveWay: [] };
}
