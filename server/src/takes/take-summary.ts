import type { TakeSummary } from '@undulan/contract';
import { TakeModel } from './take.model.ts';

/** A take in a line. A learner learns the grade when the review is returned, not before. */
export function summariseTake(take: TakeModel, forInstructor: boolean): TakeSummary {
  const returned = Boolean(take.review?.returnedAt);
  return {
    id: take.id,
    number: take.number,
    state: returned ? 'returned' : 'handed-in',
    handedInAt: take.handedInAt.toISOString(),
    grade: returned || forInstructor ? (take.review?.grade ?? null) : null,
  };
}

/** A learner's takes of an exercise, first to last. */
export async function takesOf(exerciseId: string, learnerId: string, forInstructor: boolean): Promise<TakeSummary[]> {
  const takes = await TakeModel.findAll({
    where: { exerciseId, learnerId },
    attributes: { exclude: ['motion'] },
    include: 'review',
    order: [['number', 'ASC']],
  });
  return takes.map((take) => summariseTake(take, forInstructor));
}
