import { targetOf, type Assignment, type Created, type ExerciseSetting, type NewExercise, type Saved, type SaveWork } from '@undulan/contract';
import { startingScene, tracksOf, USUAL_LIMITS } from '@undulan/core';
import { exerciseFor, mayLearnerSeeModel, requireInstructor } from '../access/access.ts';
import { draftsOf } from '../drafts/draft-summary.ts';
import { ProblemError } from '../http/problem-error.ts';
import { TakeModel } from '../takes/take.model.ts';
import { takesOf } from '../takes/take-summary.ts';
import { detailColumns, ExerciseModel } from './exercise.model.ts';
import { sameTarget } from './same-target.ts';
import { NO_HISTORY, startingWork } from './starting-work.ts';

/** Adds an unpublished exercise at the end of the course. */
export async function createExercise(personId: string, courseId: string, given: NewExercise): Promise<Created> {
  await requireInstructor(personId, courseId);
  const work = given.work ?? startingWork();
  const last = (await ExerciseModel.max<number | null, ExerciseModel>('position', { where: { courseId } })) ?? 0;
  const exercise = await ExerciseModel.create({
    ...detailColumns(work.details),
    courseId,
    position: last + 1,
    motion: work.motion,
    history: given.history ?? NO_HISTORY,
    version: 1,
    publishedAt: null,
  });
  return { id: exercise.id };
}

export async function exerciseSetting(personId: string, exerciseId: string): Promise<ExerciseSetting> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  return {
    id: exercise.id,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    version: exercise.version,
    work: { motion: exercise.motion, details: exercise.details },
    history: exercise.history,
    published: exercise.publishedAt !== null,
    takeCount: await TakeModel.count({ where: { exerciseId } }),
  };
}

/**
 * Saves an exercise. Throws `stale-version` when it was written since the caller read it, and `target-has-takes` when takes were handed in
 * and the target changes without the caller having said that it may.
 */
export async function saveExercise(personId: string, exerciseId: string, save: SaveWork): Promise<Saved> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  const { motion, details } = save.work;
  if (!details) throw new ProblemError('invalid-request', 'An exercise needs its details.');
  if (exercise.version !== save.version) throw new ProblemError('stale-version', 'This exercise was changed elsewhere.');
  const changesTarget = !sameTarget(exercise.target, targetOf(motion, details));
  if (changesTarget && !save.targetMayChange && (await TakeModel.count({ where: { exerciseId } })) > 0) {
    throw new ProblemError('target-has-takes', 'Takes were handed in against this target. Confirm that it may change.');
  }
  const [written] = await ExerciseModel.update(
    { ...detailColumns(details), motion, history: save.history, version: save.version + 1 },
    { where: { id: exerciseId, version: save.version } },
  );
  if (written === 0) throw new ProblemError('stale-version', 'This exercise was changed elsewhere.');
  return { version: save.version + 1 };
}

/** Opens an exercise to learners. Throws `not-ready` while its model does not move. */
export async function publishExercise(personId: string, exerciseId: string): Promise<void> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  const moves = exercise.motion.subjects.some((subject) => tracksOf(subject).length > 0 && subject.channels.some((channel) => channel.keys.length > 1));
  if (!moves) throw new ProblemError('not-ready', 'Give the model motion at least two keys first: there is nothing to compare a take with.');
  if (!exercise.publishedAt) await exercise.update({ publishedAt: new Date() });
}

/** An exercise as its learner may have it. */
export async function assignment(personId: string, exerciseId: string): Promise<Assignment> {
  const exercise = await exerciseFor(personId, exerciseId, 'learner');
  const takes = await takesOf(exerciseId, personId, false);
  return {
    id: exercise.id,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    title: exercise.title,
    brief: exercise.brief,
    tolerances: exercise.tolerances,
    start: startingScene(exercise.motion),
    mayChange: exercise.terms?.mayChange ?? USUAL_LIMITS,
    dueAt: exercise.terms?.dueAt ?? null,
    takeLimit: exercise.terms?.takeLimit ?? null,
    latePolicy: exercise.terms?.latePolicy ?? 'accept',
    model: mayLearnerSeeModel(exercise, takes) ? exercise.motion : null,
    drafts: await draftsOf(exerciseId, personId),
    takes,
  };
}
