import type { TakeSummary } from '@undulan/contract';
import { TakeModel } from './take.model.ts';

/** What of a take's exercise says whether it is late. */
export const LATE_TERMS = { association: 'exercise', attributes: ['terms'] };

/** Whether a take came after the due date of an exercise that marks it. */
export function isLate({ handedInAt, exercise }: TakeModel): boolean {
  const terms = exercise?.terms;
  return terms?.latePolicy === 'mark' && Boolean(terms.dueAt) && handedInAt > new Date(terms.dueAt!);
}

/** A take in a line. A learner learns the grade when the review is returned, not before. */
export function summariseTake(take: TakeModel, forInstructor: boolean): TakeSummary {
  const returned = Boolean(take.review?.returnedAt);
  return {
    id: take.id,
    number: take.number,
    state: returned ? 'returned' : 'handed-in',
    handedInAt: take.handedInAt.toISOString(),
    late: isLate(take),
    grade: returned || forInstructor ? (take.review?.grade ?? null) : null,
  };
}

/** A learner's takes of an exercise, first to last. */
export async function takesOf(exerciseId: string, learnerId: string, forInstructor: boolean): Promise<TakeSummary[]> {
  const takes = await TakeModel.findAll({
    where: { exerciseId, learnerId },
    attributes: { exclude: ['motion'] },
    include: ['review', LATE_TERMS],
    order: [['number', 'ASC']],
  });
  return takes.map((take) => summariseTake(take, forInstructor));
}
