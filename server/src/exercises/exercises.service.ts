import {
  type Assignment,
  type ChangeWork,
  type Created,
  type ExerciseDetails,
  type ExerciseSetting,
  type NewExercise,
  type Publication,
  type Saved,
  type SaveWork,
  targetOf,
  USUAL_CLIP_LIMITS,
} from '@undulan/contract';
import { EMPTY_HISTORY, type MotionDocument, tracksOf, USUAL_LIMITS } from '@undulan/core';
import { Op, type Transaction } from 'sequelize';
import {
  exerciseFor,
  exerciseWithDocuments,
  mayLearnerSeeModel,
  refuseArchived,
  requireInstructor,
} from '../access/access.ts';
import { CourseModel } from '../courses/course.model.ts';
import { USUAL_DEFAULTS } from '../courses/usual-defaults.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { draftsOf } from '../drafts/draft-summary.ts';
import { ProblemError } from '../http/problem-error.ts';
import { tellPublished } from '../mail/events.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { TakeModel } from '../takes/take.model.ts';
import { takesOf } from '../takes/take-summary.ts';
import { targetHash } from '../targets/target-hash.ts';
import { changedWork } from '../work/changed-work.ts';
import { EXERCISE_STEPS } from '../work/steps.model.ts';
import { changeSteps, historyOf, replaceSteps, stepsDone } from '../work/steps.service.ts';
import { ExerciseModel, workColumns } from './exercise.model.ts';
import { sceneFor } from './scene-for.ts';
import { startingWork } from './starting-work.ts';

const A_DAY_MS = 24 * 60 * 60 * 1000;

/** Adds an unpublished exercise at the end of the course. Blank ones that nobody changed within a day go. */
export async function createExercise(personId: string, courseId: string, given: NewExercise): Promise<Created> {
  await requireInstructor(personId, courseId);
  const course = (await CourseModel.findByPk(courseId))!;
  refuseArchived(course);
  refuseBeyond('exercises', await ExerciseModel.count({ where: { courseId } }));
  const isLeft = { courseId, blank: true, createdAt: { [Op.lt]: new Date(Date.now() - A_DAY_MS) } };
  await ExerciseModel.destroy({ where: isLeft });
  const work = given.work ?? startingWork(course.defaults ?? USUAL_DEFAULTS);
  const history = given.history ?? EMPTY_HISTORY;
  return ExerciseModel.sequelize!.transaction(async (transaction) => {
    const last =
      (await ExerciseModel.max<number | null, ExerciseModel>('position', { where: { courseId }, transaction })) ?? 0;
    const { id } = await ExerciseModel.create(
      {
        ...workColumns(work.motion, work.details),
        courseId,
        position: last + 1,
        stepsDone: stepsDone(history),
        version: 1,
        publishedAt: null,
        blank: !given.work,
      },
      { transaction },
    );
    await replaceSteps(EXERCISE_STEPS, id, history, transaction);
    return { id };
  });
}

export async function exerciseSetting(personId: string, exerciseId: string): Promise<ExerciseSetting> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'instructor');
  return {
    id: exercise.id,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    version: exercise.version,
    work: { motion: exercise.motion, details: exercise.details },
    history: await historyOf(EXERCISE_STEPS, exerciseId, exercise.stepsDone),
    published: exercise.isOpen,
    opensAt: exercise.publishedAt && !exercise.isOpen ? exercise.publishedAt.toISOString() : null,
    takeCount: await TakeModel.count({ where: { exerciseId } }),
    draftCount: await DraftModel.count({ where: { exerciseId } }),
  };
}

interface Written {
  version: number;
  motion: MotionDocument;
  details: ExerciseDetails | null;
  done: number;
  targetMayChange: boolean | undefined;
  writeSteps: (transaction: Transaction) => Promise<void>;
}

/**
 * Writes an exercise. Throws `stale-version` when it was written since the caller read it, and `target-has-takes` when
 * takes were handed in and the target changes without the caller having said that it may.
 */
async function write(
  exercise: ExerciseModel,
  { version, motion, details, done, targetMayChange, writeSteps }: Written,
): Promise<Saved> {
  const stale = (): ProblemError => new ProblemError('stale-version', 'This exercise was changed elsewhere.');
  if (!details) throw new ProblemError('invalid-request', 'An exercise needs its details.');
  if (exercise.version !== version) throw stale();
  const changesTarget = exercise.targetHash !== targetHash(targetOf(motion, details));
  if (changesTarget && !targetMayChange && (await TakeModel.count({ where: { exerciseId: exercise.id } })) > 0) {
    throw new ProblemError('target-has-takes', 'Takes were handed in against this target. Confirm that it may change.');
  }
  await ExerciseModel.sequelize!.transaction(async (transaction) => {
    const [written] = await ExerciseModel.update(
      { ...workColumns(motion, details), stepsDone: done, version: version + 1, blank: false },
      { where: { id: exercise.id, version }, transaction },
    );
    if (written === 0) throw stale();
    await writeSteps(transaction);
  });
  return { version: version + 1 };
}

/** Changes an exercise by what differs; throws as `saveExercise`, and `does-not-fit` for changes of something else. */
export async function changeExercise(
  personId: string,
  exerciseId: string,
  { version, changes, history, targetMayChange }: ChangeWork,
): Promise<Saved> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'instructor');
  if (exercise.version !== version) throw new ProblemError('stale-version', 'This exercise was changed elsewhere.');
  const { motion, details } = changedWork({ motion: exercise.motion, details: exercise.details }, changes);
  return write(exercise, {
    version,
    motion,
    details,
    done: history.done,
    targetMayChange,
    writeSteps: (transaction) => changeSteps(EXERCISE_STEPS, exerciseId, history, transaction),
  });
}

/** Writes an exercise whole. */
export async function saveExercise(
  personId: string,
  exerciseId: string,
  { version, work, history, targetMayChange }: SaveWork,
): Promise<Saved> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'instructor');
  return write(exercise, {
    version,
    ...work,
    done: stepsDone(history),
    targetMayChange,
    writeSteps: (transaction) => replaceSteps(EXERCISE_STEPS, exerciseId, history, transaction),
  });
}

/**
 * Opens an exercise to learners, now or at a moment to come. Throws `not-ready` while its model does not move,
 * `invalid-request` for a moment that is over.
 */
export async function publishExercise(personId: string, exerciseId: string, { at }: Publication): Promise<void> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'instructor');
  refuseArchived(exercise.course!);
  const moves = exercise.motion.subjects.some(
    (subject) => tracksOf(subject).length > 0 && subject.channels.some((channel) => channel.keys.length > 1),
  );
  if (!moves)
    throw new ProblemError(
      'not-ready',
      'Give the model motion at least two keys first: there is nothing to compare a take with.',
    );
  if (at && new Date(at) <= new Date())
    throw new ProblemError('invalid-request', 'This moment is over: publish it now, or give a later one.');
  if (exercise.isOpen) return;
  if (at) {
    await exercise.update({ publishedAt: new Date(at), announcedAt: null });
    return;
  }
  await ExerciseModel.sequelize!.transaction(async (transaction) => {
    await exercise.update({ publishedAt: new Date(), announcedAt: new Date() }, { transaction });
    await tellPublished(exercise, transaction);
  });
}

/** Takes an exercise back from learners: drafts and takes are kept, and are theirs again once it is published again. */
export async function withdrawExercise(personId: string, exerciseId: string): Promise<void> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  await exercise.update({ publishedAt: null, announcedAt: null });
}

/** What of an exercise is a learner's own. */
type OwnPart = Pick<Assignment, 'drafts' | 'takes'>;

function describeFor(exercise: ExerciseModel, own: OwnPart): Assignment {
  const seesModel = mayLearnerSeeModel(exercise, own.takes);
  return {
    id: exercise.id,
    courseId: exercise.courseId,
    courseTitle: exercise.course!.title,
    title: exercise.title,
    brief: exercise.brief,
    tolerances: exercise.tolerances,
    start: sceneFor(exercise, seesModel),
    mayChange: exercise.terms?.mayChange ?? USUAL_LIMITS,
    dueAt: exercise.terms?.dueAt ?? null,
    showsEdits: exercise.terms?.showsEdits ?? false,
    selfCheck: exercise.selfCheck,
    accepts: exercise.accepts,
    clipLimits: exercise.terms?.clipLimits ?? USUAL_CLIP_LIMITS,
    takeLimit: exercise.terms?.takeLimit ?? null,
    latePolicy: exercise.terms?.latePolicy ?? 'accept',
    model: seesModel ? exercise.motion : null,
    events: seesModel ? (exercise.terms?.events ?? []) : [],
    ...own,
  };
}

/** An exercise as its learner may have it. */
export async function assignment(personId: string, exerciseId: string): Promise<Assignment> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'learner');
  return describeFor(exercise, {
    drafts: await draftsOf(exerciseId, personId),
    takes: await takesOf(exerciseId, personId, false),
  });
}

/** An exercise as it is for a learner who begins it, for its instructor to try; published or not. */
export async function trial(personId: string, exerciseId: string): Promise<Assignment> {
  return describeFor(await exerciseWithDocuments(personId, exerciseId, 'instructor'), { drafts: [], takes: [] });
}
