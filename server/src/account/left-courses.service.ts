import type { LeftCourse, StayInLedger } from '@undulan/contract';
import { EnrolmentModel, LeftCourseModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { TakeModel } from '../takes/take.model.ts';
import { LATE_TERMS, REVIEW_LINE, summariseTakes, TAKE_LINE } from '../takes/take-summary.ts';

/** Courses that someone has left and is not in again, the latest first. */
async function leftBy(personId: string): Promise<LeftCourseModel[]> {
  const [left, enrolments] = await Promise.all([
    LeftCourseModel.findAll({ where: { personId }, include: 'course', order: [['createdAt', 'DESC']] }),
    EnrolmentModel.findAll({ where: { personId }, attributes: ['courseId'] }),
  ]);
  return left.filter(({ courseId }) => !enrolments.some((enrolment) => enrolment.courseId === courseId));
}

/** A person's takes of a course, with the names of their exercises, first to last. */
async function takesIn(personId: string, courseId: string): Promise<LeftCourse['takes']> {
  const takes = await TakeModel.findAll({
    attributes: TAKE_LINE.attributes,
    include: [REVIEW_LINE, { ...LATE_TERMS, attributes: [...LATE_TERMS.attributes, 'title'], where: { courseId } }],
    where: { learnerId: personId },
    order: [['handedInAt', 'ASC']],
  });
  const lines = await summariseTakes(takes, false);
  return lines.map((line, i) => ({ ...line, exerciseTitle: takes[i]!.exercise!.title }));
}

/** What someone handed in in courses that they have left. */
export async function leftCourses(personId: string): Promise<LeftCourse[]> {
  return Promise.all(
    (await leftBy(personId)).map(async ({ courseId, course, inLedger, createdAt }) => ({
      courseId,
      title: course!.title,
      leftAt: createdAt.toISOString(),
      inLedger,
      takes: await takesIn(personId, courseId),
    })),
  );
}

/** Chooses whether one's takes stay among the figures of a course that one has left. Throws `not-found`. */
export async function stayInLedger(personId: string, courseId: string, { inLedger }: StayInLedger): Promise<void> {
  const left = (await leftBy(personId)).find((own) => own.courseId === courseId);
  if (!left) throw new ProblemError('not-found', 'You have left no such course.');
  await left.update({ inLedger });
}
