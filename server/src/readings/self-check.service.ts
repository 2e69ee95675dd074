import type { SelfCheck } from '@undulan/contract';
import type { Reading } from '@undulan/core';
import { draftFor, exerciseWithDocuments, mayLearnerSeeModel, takeFor } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { takesOf } from '../takes/take-summary.ts';
import { coarseReading } from './coarse-reading.ts';
import { limitMet, type ReaderPool } from './reader-pool.ts';
import { READING_LINE, ReadingModel } from './reading.model.ts';

/** A learner gets so many sentences, and no grade: enough to go on with. */
const MOST_SENTENCES = 3;

const underWay = new Map<string, Promise<Reading>>();

function refuseUnlessAllowed({ terms }: ExerciseModel): void {
  if (!terms?.selfCheck) throw new ProblemError('forbidden', 'This exercise has no self-check.');
}

function inWords(reading: Reading, seesModel: boolean): SelfCheck {
  const { findings } = seesModel ? reading : coarseReading(reading);
  return {
    sentences: findings.slice(0, MOST_SENTENCES).map(({ sentence }) => sentence),
    further: Math.max(0, findings.length - MOST_SENTENCES),
  };
}

/** What matters most in a draft as it is saved. Throws `forbidden` where the exercise has no self-check. */
export async function checkDraft(personId: string, draftId: string, pool: ReaderPool): Promise<SelfCheck> {
  const draft = await draftFor(personId, draftId);
  const exercise = await exerciseWithDocuments(personId, draft.exerciseId, 'learner');
  refuseUnlessAllowed(exercise);
  const seesModel = mayLearnerSeeModel(exercise, await takesOf(exercise.id, personId, false));
  // Who asks again meanwhile waits for the same reading.
  const name = `${draftId} ${draft.version} ${exercise.targetHash}`;
  const work = underWay.get(name) ?? pool.read(exercise.target, draft.motion).finally(() => void underWay.delete(name));
  underWay.set(name, work);
  return inWords(
    await work.catch((error: unknown) => {
      const why = limitMet(error);
      throw why === null ? error : new ProblemError('does-not-fit', why);
    }),
    seesModel,
  );
}

/** The same of a take: null while its reading is coming. */
export async function checkTake(personId: string, takeId: string): Promise<SelfCheck | null> {
  const { take, exercise, role } = await takeFor(personId, takeId);
  const { id } = exercise;
  refuseUnlessAllowed((await ExerciseModel.findByPk(id, { attributes: ['id', 'terms'] }))!);
  const line = (
    await ReadingModel.findAll({ where: { takeId }, attributes: READING_LINE, order: [['createdAt', 'DESC']] })
  ).find((one) => one.shownState === 'read');
  if (!line) return null;
  const { reading } = (await ReadingModel.findByPk(line.id, { attributes: ['reading'] }))!;
  const seesModel = role === 'instructor' || mayLearnerSeeModel(exercise, await takesOf(id, take.learnerId, false));
  return inWords(reading!, seesModel);
}
