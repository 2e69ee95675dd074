import { findSubject } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';

/** The same subject in the take: by id, else by name. */
export function counterpart(take: MotionDocument, subject: Subject): Subject | undefined {
  return findSubject(take, subject.id) ?? take.subjects.find((other) => other.name === subject.name);
}

/** Of each of the take's subjects that stands for one of the target's, that one. */
export function askedOf(target: MotionDocument, take: MotionDocument): Map<Subject, Subject> {
  const asked = new Map<Subject, Subject>();
  for (const subject of target.subjects) {
    const drawn = counterpart(take, subject);
    if (drawn && !asked.has(drawn)) asked.set(drawn, subject);
  }
  return asked;
}
