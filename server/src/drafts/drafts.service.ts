import type { ChangeWork, Created, Draft, HandIn, NewDraft, Saved, SaveWork } from '@undulan/contract';
import { beyondLimits, EMPTY_HISTORY, type History, type MotionDocument, newlyBroken } from '@undulan/core';
import type { Transaction } from 'sequelize';
import {
  draftFor,
  exerciseWithDocuments,
  holdLearner,
  limitsOf,
  mayLearnerSeeModel,
  refuseArchived,
  takeFor,
} from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { brokenFromStart, sceneFor, startsOf } from '../exercises/scene-for.ts';
import { ProblemError } from '../http/problem-error.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { asked } from '../readings/reading-queue.ts';
import { addTake, refuseUnlessAccepted } from '../takes/add-take.ts';
import { TakeModel } from '../takes/take.model.ts';
import { takesOf } from '../takes/take-summary.ts';
import { changedWork } from '../work/changed-work.ts';
import { DRAFT_STEPS } from '../work/steps.model.ts';
import { changeSteps, historyOf, replaceSteps, stepsDone } from '../work/steps.service.ts';
import { DraftModel } from './draft.model.ts';

/**
 * Begins a draft from the starting scene or from one of the learner's own takes. A learner who already has a draft gets
 * that one: only a copy kept beside it makes a second.
 */
export async function beginDraft(personId: string, exerciseId: string, begin: NewDraft): Promise<Created> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'learner');
  refuseArchived(exercise.course!);
  const from = begin.fromTakeId ? await takeFor(personId, begin.fromTakeId) : null;
  if (from && from.take.exerciseId !== exerciseId)
    throw new ProblemError('not-found', 'This take belongs to another exercise.');
  const seesModel = mayLearnerSeeModel(exercise, await takesOf(exerciseId, personId, false));
  return DraftModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise.courseId, transaction);
    const owned = { exerciseId, learnerId: personId };
    if (!begin.copy) {
      const present = await DraftModel.findOne({
        where: owned,
        attributes: ['id'],
        order: [['createdAt', 'ASC']],
        transaction,
      });
      if (present) return { id: present.id };
    }
    refuseBeyond('drafts', await DraftModel.count({ where: owned, transaction }));
    const number = (await TakeModel.count({ where: owned, transaction })) + 1;
    const taken = from && (await TakeModel.findByPk(from.take.id, { attributes: ['motion'], transaction }));
    const start: { name: string; motion: MotionDocument; history: History } = begin.copy ?? {
      name: `Draft of take ${number}`,
      motion: taken ? taken.motion : sceneFor(exercise, seesModel),
      history: EMPTY_HISTORY,
    };
    const draft = await DraftModel.create(
      { ...owned, name: start.name, motion: start.motion, stepsDone: stepsDone(start.history), version: 1 },
      { transaction },
    );
    await replaceSteps(DRAFT_STEPS, draft.id, start.history, transaction);
    return { id: draft.id };
  });
}

export async function draft(personId: string, draftId: string): Promise<Draft> {
  const { id, name, exerciseId, version, motion, stepsDone: done } = await draftFor(personId, draftId);
  const nextTakeNumber = (await TakeModel.count({ where: { exerciseId, learnerId: personId } })) + 1;
  return {
    id,
    name,
    exerciseId,
    version,
    work: { motion, details: null },
    history: await historyOf(DRAFT_STEPS, id, done),
    nextTakeNumber,
  };
}

const staleDraft = (): ProblemError => new ProblemError('stale-version', 'This draft was changed elsewhere.');

/**
 * Throws `beyond-limits` where a change goes beyond what the exercise leaves to its learner; work that was beyond it
 * before may be kept and mended.
 */
async function keepWithinLimits(found: DraftModel, after: MotionDocument): Promise<void> {
  const limits = limitsOf(found);
  if (beyondLimits(found.motion, after, limits) === null) return;
  const exercise = await ExerciseModel.findByPk(found.exerciseId, { attributes: ['motion'] });
  const [fewest] = startsOf(exercise!.motion, limits)
    .map((start) => newlyBroken(start, found.motion, after, limits))
    .sort((a, b) => a.length - b.length);
  if (fewest!.length > 0) throw new ProblemError('beyond-limits', fewest!.join(' '));
}

async function write(
  found: DraftModel,
  version: number,
  motion: MotionDocument,
  done: number,
  writeSteps: (transaction: Transaction) => Promise<void>,
): Promise<Saved> {
  if (found.version !== version) throw staleDraft();
  await keepWithinLimits(found, motion);
  await DraftModel.sequelize!.transaction(async (transaction) => {
    const [written] = await DraftModel.update(
      { motion, stepsDone: done, version: version + 1 },
      { where: { id: found.id, version }, transaction },
    );
    if (written === 0) throw staleDraft();
    await writeSteps(transaction);
  });
  return { version: version + 1 };
}

/**
 * Changes a draft by what differs. Throws `stale-version` when it was written since the caller read it, `does-not-fit`
 * for changes of something else.
 */
export async function changeDraft(
  personId: string,
  draftId: string,
  { version, changes, history }: ChangeWork,
): Promise<Saved> {
  const found = await draftFor(personId, draftId);
  if (found.version !== version) throw staleDraft();
  return write(
    found,
    version,
    changedWork({ motion: found.motion, details: null }, changes).motion,
    history.done,
    (transaction) => changeSteps(DRAFT_STEPS, draftId, history, transaction),
  );
}

/** Writes a draft whole. Throws `stale-version` when it was written since the caller read it. */
export async function saveDraft(
  personId: string,
  draftId: string,
  { version, work, history }: SaveWork,
): Promise<Saved> {
  const found = await draftFor(personId, draftId);
  return write(found, version, work.motion, stepsDone(history), (transaction) =>
    replaceSteps(DRAFT_STEPS, draftId, history, transaction),
  );
}

/** Throws a draft away. */
export async function deleteDraft(personId: string, draftId: string): Promise<void> {
  const found = await draftFor(personId, draftId);
  await found.destroy();
}

/**
 * Turns a draft into the learner's next take, asks for its reading against the target, and opens an empty review. The
 * draft is used up. Throws `stale-version`, `beyond-limits`, `no-more-takes`.
 */
export async function handIn(personId: string, draftId: string, { version, ...words }: HandIn): Promise<Created> {
  const { exerciseId } = await draftFor(personId, draftId);
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'learner');
  refuseUnlessAccepted(exercise, 'keyed');
  const created = await DraftModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise.courseId, transaction);
    // Read under its lock: what was saved until now is what is handed in.
    const found = await draftFor(personId, draftId, { transaction, lock: true });
    if (found.version !== version) throw staleDraft();
    const broken = brokenFromStart(exercise.motion, found.motion, limitsOf(found));
    if (broken.length > 0) throw new ProblemError('beyond-limits', `${broken.join(' ')} Your draft is kept.`);
    const takeId = await addTake(exercise, personId, { ...words, motion: found.motion }, transaction);
    await found.destroy({ transaction });
    return { id: takeId };
  });
  asked.emit('readings');
  return created;
}
