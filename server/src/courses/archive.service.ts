import type { PutAway } from '@undulan/contract';
import { Op, type WhereOptions } from 'sequelize';
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

/** Exercises of a course that are put away, the last first; what was removed long ago goes. */
export async function putAwayIn(personId: string, courseId: string): Promise<PutAway[]> {
  await requireInstructor(personId, courseId);
  const isOver = { courseId, removedAt: { [Op.lt]: new Date(Date.now() - KEPT_MS) } };
  await ExerciseModel.destroy({ where: isOver });
  const away: WhereOptions<ExerciseModel> = { courseId, archivedAt: { [Op.ne]: null } };
  const exercises = await ExerciseModel.findAll({
    where: away,
    attributes: ['id', 'title', 'archivedAt', 'removedAt'],
    order: [['archivedAt', 'DESC']],
  });
  const takes = await TakeModel.findAll({
    where: { exerciseId: exercises.map(({ id }) => id) },
    attributes: ['exerciseId'],
  });
  return exercises.map(({ id, title, archivedAt, removedAt }) => ({
    id,
    title,
    at: archivedAt!.toISOString(),
    goesAt: removedAt ? new Date(removedAt.getTime() + KEPT_MS).toISOString() : null,
    takes: takes.filter(({ exerciseId }) => exerciseId === id).length,
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
