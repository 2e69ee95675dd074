import type { Accepted } from '@undulan/contract';
import type { Transaction } from 'sequelize';
import { refuseArchived } from '../access/access.ts';
import type { ExerciseModel } from '../exercises/exercise.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { tellHandedIn } from '../mail/events.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { askForReadings } from '../readings/reading-queue.ts';
import { ReviewModel, TakeModel } from './take.model.ts';

/** Throws `forbidden` where an exercise takes no takes of this kind. */
export function refuseUnlessAccepted({ accepts }: ExerciseModel, kind: Exclude<Accepted, 'both'>): void {
  if (accepts !== 'both' && accepts !== kind)
    throw new ProblemError(
      'forbidden',
      kind === 'clips'
        ? 'This exercise takes no clips: it is keyed on the Bench.'
        : 'This exercise takes clips only. Your draft is kept.',
    );
}

/** Throws `no-more-takes` once the exercise takes none: by their number, or after its due date. */
function refuseFurtherTakes({ terms, course }: ExerciseModel, handedIn: number): void {
  refuseArchived(course!);
  if (terms?.takeLimit && handedIn >= terms.takeLimit)
    throw new ProblemError(
      'no-more-takes',
      `This exercise takes ${terms.takeLimit} at most, and that many are handed in. Your draft is kept.`,
    );
  if (terms?.latePolicy === 'refuse' && terms.dueAt && new Date() > new Date(terms.dueAt))
    throw new ProblemError('no-more-takes', 'This exercise was due, and takes none after that. Your draft is kept.');
}

type Handed = Pick<TakeModel, 'motion'> & Partial<Pick<TakeModel, 'title' | 'tags' | 'note' | 'clipId' | 'followed'>>;

/**
 * Adds a learner's next take, asks for its reading and opens an empty review; the caller holds the learner. Throws
 * `no-more-takes`, `over-quota`. Gives the take's id.
 */
export async function addTake(
  exercise: ExerciseModel,
  learnerId: string,
  handed: Handed,
  transaction: Transaction,
): Promise<string> {
  const owned = { exerciseId: exercise.id, learnerId };
  const handedIn = await TakeModel.count({ where: owned, transaction });
  refuseFurtherTakes(exercise, handedIn);
  refuseBeyond('takes', handedIn);
  const last = (await TakeModel.max<number | null, TakeModel>('number', { where: owned, transaction })) ?? 0;
  const take = await TakeModel.create(
    { ...owned, ...handed, number: last + 1, handedInAt: new Date() },
    { transaction },
  );
  await askForReadings([take.id], exercise.target, { transaction });
  await ReviewModel.create(
    { takeId: take.id, instructorId: null, grade: null, summary: '', version: 1, returnedAt: null },
    { transaction },
  );
  await tellHandedIn(exercise, take, transaction);
  return take.id;
}
