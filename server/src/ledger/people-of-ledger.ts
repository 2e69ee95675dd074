import type { Ledger } from '@undulan/contract';
import { LeftCourseModel } from '../courses/course.model.ts';
import { learnersOf } from '../courses/learners.ts';

/** Those whose takes are among the figures of the course `:courseId`: who is in it, and who left and stays so. */
export const IN_LEDGER = `(
    SELECT personId FROM enrolments WHERE courseId = :courseId
    UNION SELECT personId FROM left_courses WHERE courseId = :courseId AND inLedger
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
