import type { TakeEdits } from '@undulan/contract';
import type { LeastEdits } from '@undulan/core';
import { takeToSee } from '../access/access.ts';
import { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { limitMet, type ReaderPool } from '../readings/reader-pool.ts';
import { newestRead } from '../readings/reading.model.ts';
import { sharedWork } from '../readings/shared-work.ts';
import { TargetModel } from '../targets/target.model.ts';
import { ReviewModel, TakeModel } from './take.model.ts';

/** Those being found, by the reading they are of and what does not count. */
const once = sharedWork<LeastEdits>();

/**
 * The fewest edits that put a take right, of its newest reading and what of it was not dismissed: for an instructor,
 * and for its learner once it is returned, where the exercise shows them.
 */
export async function editsOfTake(personId: string, takeId: string, pool: ReaderPool): Promise<TakeEdits> {
  const { take, exercise, role } = await takeToSee(personId, takeId);
  const review = await ReviewModel.findOne({ where: { takeId }, attributes: ['returnedAt', 'decisions'] });
  if (role === 'learner') {
    const { terms } = (await ExerciseModel.findByPk(exercise.id, { attributes: ['terms'] }))!;
    if (!terms?.showsEdits || !review?.returnedAt)
      throw new ProblemError('forbidden', 'This exercise does not show its edits, or the take is not returned yet.');
  }
  const line = await newestRead(takeId);
  if (take.clipId) return { edits: [], left: [], why: 'It is a clip: there are no keys to edit.' };
  if (!line) throw new ProblemError('not-found', 'The take is not read yet: its edits come with its reading.');
  const dismissed = Object.entries(review?.decisions ?? {})
    .filter(([, decision]) => decision.state === 'dismissed')
    .map(([key]) => key);
  const name = [line.id, ...dismissed].join('\n');
  const { edits, left, why } = await once(name, () => find(takeId, line.targetHash, dismissed, pool));
  return { edits, left: left.map(({ sentence }) => sentence), why };
}

async function find(
  takeId: string,
  targetHash: string,
  dismissed: readonly string[],
  pool: ReaderPool,
): Promise<LeastEdits> {
  const { target } = (await TargetModel.findByPk(targetHash))!;
  const { motion } = (await TakeModel.findByPk(takeId, { attributes: ['motion'] }))!;
  return pool.leastEdits(target, motion, dismissed).catch((error: unknown): LeastEdits => {
    const why = limitMet(error);
    if (why === null) throw error;
    return { edits: [], left: [], why };
  });
}
