import type { Created, Draft, HandIn, NewDraft, Saved, SaveWork } from '@undulan/contract';
import { readTake, startingScene, type MotionDocument } from '@undulan/core';
import { draftFor, exerciseFor, holdLearner, takeFor } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { NO_HISTORY } from '../exercises/starting-work.ts';
import { ProblemError } from '../http/problem-error.ts';
import { ReadingModel, ReviewModel, TakeModel } from '../takes/take.model.ts';
import { DraftModel } from './draft.model.ts';

/**
 * Begins a draft from the starting scene or from one of the learner's own takes. A learner who already has a draft gets that one:
 * only a copy kept beside it makes a second.
 */
export async function beginDraft(personId: string, exerciseId: string, begin: NewDraft): Promise<Created> {
  const exercise = await exerciseFor(personId, exerciseId, 'learner');
  const from = begin.fromTakeId ? await takeFor(personId, begin.fromTakeId) : null;
  if (from && from.take.exerciseId !== exerciseId) throw new ProblemError('not-found', 'This take belongs to another exercise.');
  return DraftModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise.courseId, transaction);
    const owned = { exerciseId, learnerId: personId };
    if (!begin.copy) {
      const present = await DraftModel.findOne({ where: owned, order: [['createdAt', 'ASC']], transaction });
      if (present) return { id: present.id };
    }
    const number = (await TakeModel.count({ where: owned, transaction })) + 1;
    const start: { name: string; motion: MotionDocument; history: typeof NO_HISTORY } = begin.copy ?? {
      name: `Draft of take ${number}`,
      motion: from ? from.take.motion : startingScene(exercise.motion),
      history: NO_HISTORY,
    };
    const draft = await DraftModel.create({ ...owned, ...start, version: 1 }, { transaction });
    return { id: draft.id };
  });
}

export async function draft(personId: string, draftId: string): Promise<Draft> {
  const found = await draftFor(personId, draftId);
  const { id, name, exerciseId, version, motion, history } = found;
  const nextTakeNumber = (await TakeModel.count({ where: { exerciseId, learnerId: personId } })) + 1;
  return { id, name, exerciseId, version, work: { motion, details: null }, history, nextTakeNumber };
}

/** Saves a draft. Throws `stale-version` when it was written since the caller read it. */
export async function saveDraft(personId: string, draftId: string, save: SaveWork): Promise<Saved> {
  await draftFor(personId, draftId);
  const [written] = await DraftModel.update(
    { motion: save.work.motion, history: save.history, version: save.version + 1 },
    { where: { id: draftId, version: save.version } },
  );
  if (written === 0) throw new ProblemError('stale-version', 'This draft was changed elsewhere.');
  return { version: save.version + 1 };
}

/** Throws a draft away. */
export async function deleteDraft(personId: string, draftId: string): Promise<void> {
  const found = await draftFor(personId, draftId);
  await found.destroy();
}

/** Throws `no-more-takes` once the exercise takes none: by their number, or after its due date. */
function refuseFurtherTakes({ terms }: ExerciseModel, handedIn: number): void {
  if (terms?.takeLimit && handedIn >= terms.takeLimit) throw new ProblemError('no-more-takes', `This exercise takes ${terms.takeLimit} at most, and that many are handed in. Your draft is kept.`);
  if (terms?.latePolicy === 'refuse' && terms.dueAt && new Date() > new Date(terms.dueAt)) throw new ProblemError('no-more-takes', 'This exercise was due, and takes none after that. Your draft is kept.');
}

/** Turns a draft into the learner's next take, reads it against the target, and opens an empty review. The draft is used up. */
export async function handIn(personId: string, draftId: string, { version }: HandIn): Promise<Created> {
  const found = await draftFor(personId, draftId);
  const exercise = await ExerciseModel.findByPk(found.exerciseId);
  return DraftModel.sequelize!.transaction(async (transaction) => {
    await holdLearner(personId, exercise!.courseId, transaction);
    const used = await DraftModel.destroy({ where: { id: draftId, version }, transaction });
    if (used === 0) throw new ProblemError('stale-version', 'This draft was changed elsewhere.');
    const owned = { exerciseId: found.exerciseId, learnerId: personId };
    refuseFurtherTakes(exercise!, await TakeModel.count({ where: owned, transaction }));
    const last = (await TakeModel.max<number | null, TakeModel>('number', { where: owned, transaction })) ?? 0;
    const take = await TakeModel.create({ ...owned, number: last + 1, motion: found.motion, handedInAt: new Date() }, { transaction });
    const { target } = exercise!;
    await ReadingModel.create({ takeId: take.id, target, reading: readTake(target, take.motion) }, { transaction });
    await ReviewModel.create({ takeId: take.id, instructorId: null, grade: null, summary: '', version: 1, returnedAt: null }, { transaction });
    return { id: take.id };
  });
}
