import type { Transaction } from 'sequelize';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { learnersOf, reviewersOf } from '../courses/learners.ts';
import type { ExerciseModel } from '../exercises/exercise.model.ts';
import { PersonModel } from '../people/person.model.ts';
import type { TakeModel } from '../takes/take.model.ts';
import { tell } from './tell.ts';

/** What happens in a course, as it is told to whom it concerns; each in the transaction in which it happens. */

async function courseOf(courseId: string, transaction: Transaction): Promise<CourseModel> {
  return (await CourseModel.findByPk(courseId, { transaction }))!;
}

/** To learners: an exercise is open. */
export async function tellPublished({ title, courseId }: ExerciseModel, transaction: Transaction): Promise<void> {
  const course = await courseOf(courseId, transaction);
  const line = { says: `${title} is open.`, path: `/courses/${courseId}` };
  await tell(await learnersOf(courseId, transaction), { kind: 'published', course, line }, transaction);
}

/** To instructors and markers: a take is handed in. */
export async function tellHandedIn(
  { title, courseId }: ExerciseModel,
  { id, number, learnerId }: TakeModel,
  transaction: Transaction,
): Promise<void> {
  const course = await courseOf(courseId, transaction);
  const learner = await PersonModel.findByPk(learnerId, { attributes: ['name'], transaction });
  const line = { says: `${learner!.name} handed in take ${number} of ${title}.`, path: `/takes/${id}` };
  await tell(await reviewersOf(courseId, transaction), { kind: 'handed-in', course, line }, transaction);
}

interface OfTake {
  take: TakeModel;
  exercise: ExerciseModel;
}

/** A person while they are in the course: who has left hears nothing of it. */
async function stillIn(courseId: string, personId: string, transaction: Transaction): Promise<PersonModel[]> {
  const there = await EnrolmentModel.findOne({ where: { courseId, personId }, include: 'person', transaction });
  return there ? [there.person!] : [];
}

/** To its learner: a take is returned. */
export async function tellReturned({ take, exercise }: OfTake, transaction: Transaction): Promise<void> {
  const { courseId, title } = exercise;
  const course = await courseOf(courseId, transaction);
  const line = { says: `Take ${take.number} of ${title} is returned.`, path: `/takes/${take.id}` };
  await tell(await stillIn(courseId, take.learnerId, transaction), { kind: 'returned', course, line }, transaction);
}

/** To the other side: something is said to a note. */
export async function tellReplied(
  { take, exercise }: OfTake,
  authorId: string,
  reviewerId: string | null,
  transaction: Transaction,
): Promise<void> {
  const { courseId, title } = exercise;
  const course = await courseOf(courseId, transaction);
  const author = await PersonModel.findByPk(authorId, { attributes: ['name'], transaction });
  const to = authorId === take.learnerId ? reviewerId : take.learnerId;
  const line = {
    says: `${author!.name} replied to a note on take ${take.number} of ${title}.`,
    path: `/takes/${take.id}`,
  };
  if (to) await tell(await stillIn(courseId, to, transaction), { kind: 'replied', course, line }, transaction);
}
