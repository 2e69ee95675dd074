import type { PutAway } from '@undulan/contract';
import { literal, Op, type WhereOptions } from 'sequelize';
import { exerciseFor, requireInstructor } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { TakeModel } from '../takes/take.model.ts';
import { CourseModel } from './course.model.ts';

/** How long what was removed can be taken back. */
const KEPT_MS = 30 * 24 * 3600 * 1000;

/** Puts a whole course away, or takes it back. */
export async function archiveCourse(personId: string, courseId: string, archived: boolean): Promise<void> {
  await requireInstructor(personId, courseId);
  await CourseModel.update({ archivedAt: archived ? new Date() : null }, { where: { id: courseId } });
}

/** How many takes an exercise has. */
const TAKES = '(SELECT COUNT(*) FROM takes WHERE takes.exerciseId = exercise.id)';

/** What was removed long ago goes; never with a take in it, as may have been handed in while it was removed. */
async function clearRemoved(courseId: string): Promise<void> {
  const over = await ExerciseModel.findAll({
    where: { courseId, removedAt: { [Op.lt]: new Date(Date.now() - KEPT_MS) } },
    attributes: ['id', [literal(TAKES), 'takes']],
  });
  const empty = over.filter((exercise) => Number(exercise.get('takes')) === 0);
  await ExerciseModel.destroy({ where: { id: empty.map(({ id }) => id) } });
}

/** Exercises of a course that are put away, the last first. */
export async function putAwayIn(personId: string, courseId: string): Promise<PutAway[]> {
  await requireInstructor(personId, courseId);
  await clearRemoved(courseId);
  const away: WhereOptions<ExerciseModel> = { courseId, archivedAt: { [Op.ne]: null } };
  const exercises = await ExerciseModel.findAll({
    where: away,
    attributes: ['id', 'title', 'archivedAt', 'removedAt', [literal(TAKES), 'takes']],
    order: [['archivedAt', 'DESC']],
  });
  return exercises.map((exercise) => ({
    id: exercise.id,
    title: exercise.title,
    at: exercise.archivedAt!.toISOString(),
    goesAt: exercise.removedAt ? new Date(exercise.removedAt.getTime() + KEPT_MS).toISOString() : null,
    takes: Number(exercise.get('takes')),
  }));
}

/** Puts an exercise away, with all that is in it: it can be taken back at any time. */
export async function putAway(personId: string, exerciseId: string): Promise<void> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  await exercise.update({ archivedAt: exercise.archivedAt ?? new Date() });
}

/** Takes back what was put away or removed. */
export async function takeBack(personId: string, exerciseId: string): Promise<void> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  await exercise.update({ archivedAt: null, removedAt: null });
}

/**
 * Removes an exercise: for a while it can be taken back. Throws `does-not-fit` where takes are in it, which would go
 * with it.
 */
export async function removeExercise(personId: string, exerciseId: string): Promise<void> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  const takes = await TakeModel.count({ where: { exerciseId } });
  if (takes > 0)
    throw new ProblemError(
      'does-not-fit',
      `${takes} ${takes === 1 ? 'take was' : 'takes were'} handed in, and would be lost: archive it instead.`,
    );
  await exercise.update({ archivedAt: exercise.archivedAt ?? new Date(), removedAt: new Date() });
}
