import type { Ledger } from '@undulan/contract';
import { LeftCourseModel } from '../courses/course.model.ts';
import { learnersOf } from '../courses/learners.ts';

/** Whether a take is among the figures of the course `:courseId`: of who is in it, or of who left and stays so. */
export const IN_LEDGER = `(
    EXISTS (SELECT 1 FROM enrolments
      WHERE enrolments.courseId = :courseId AND enrolments.personId = takes.learnerId)
    OR EXISTS (SELECT 1 FROM left_courses
      WHERE left_courses.courseId = :courseId AND left_courses.personId = takes.learnerId AND left_courses.inLedger)
  )`;

/** The learners of a course by name, then those who left it and stay among its figures. */
export async function learnersInLedger(courseId: string): Promise<Ledger['learners']> {
  const [learners, left] = await Promise.all([
    learnersOf(courseId),
    LeftCourseModel.findAll({ where: { courseId, inLedger: true }, include: 'person', order: [['createdAt', 'ASC']] }),
  ]);
  const gone = left.flatMap(({ person }) => (learners.some(({ id }) => id === person!.id) ? [] : [person!]));
  return [
    ...learners.map(({ id, name, email }) => ({ id, name, email, left: false })),
    ...gone.map(({ id, name, email }) => ({ id, name, email, left: true })),
  ];
}
