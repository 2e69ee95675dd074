import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';

/** The same subject in the take: by id, else by name. */
export function counterpart(take: MotionDocument, subject: Subject): Subject | undefined {
  return findSubject(take, subject.id) ?? take.subjects.find((other) => other.name === subject.name);
}
