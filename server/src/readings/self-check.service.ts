import type { SelfCheck } from '@undulan/contract';
import type { Reading } from '@undulan/core';
import { draftFor, exerciseWithDocuments, mayLearnerSeeModel, takeToSee } from '../access/access.ts';
import type { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { takesOf } from '../takes/take-summary.ts';
import { coarseReading } from './coarse-reading.ts';
import { limitMet, type ReaderPool } from './reader-pool.ts';
import { newestRead, ReadingModel } from './reading.model.ts';
import { sharedWork } from './shared-work.ts';

/** A learner gets so many sentences, and no grade: enough to go on with. */
const MOST_SENTENCES = 3;

const once = sharedWork<Reading>();

function refuseUnlessAllowed({ selfCheck }: ExerciseModel): void {
  if (!selfCheck) throw new ProblemError('forbidden', 'This exercise has no self-check.');
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
  const name = `${draftId} ${draft.version} ${exercise.targetHash}`;
  const reading = await once(name, () => pool.read(exercise.target, draft.motion)).catch((error: unknown) => {
    const why = limitMet(error);
    throw why === null ? error : new ProblemError('does-not-fit', why);
  });
  return inWords(reading, seesModel);
}

/** The same of a take: null while its reading is coming. */
export async function checkTake(personId: string, takeId: string): Promise<SelfCheck | null> {
  const { take, exercise, role } = await takeToSee(personId, takeId);
  refuseUnlessAllowed(exercise);
  const line = await newestRead(takeId);
  if (!line) return null;
  const { reading } = (await ReadingModel.findByPk(line.id, { attributes: ['reading'] }))!;
  const takes = role === 'instructor' ? [] : await takesOf(exercise.id, take.learnerId, false);
  return inWords(reading!, role === 'instructor' || mayLearnerSeeModel(exercise, takes));
}
