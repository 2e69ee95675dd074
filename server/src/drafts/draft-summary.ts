import type { DraftSummary } from '@undulan/contract';
import { DraftModel } from './draft.model.ts';

/** A learner's drafts of an exercise, oldest first. */
export async function draftsOf(exerciseId: string, learnerId: string): Promise<DraftSummary[]> {
  const drafts = await DraftModel.findAll({
    where: { exerciseId, learnerId },
    attributes: ['id', 'name', 'updatedAt'],
    order: [['createdAt', 'ASC']],
  });
  return drafts.map(summariseDraft);
}

export function summariseDraft({ id, name, updatedAt }: DraftModel): DraftSummary {
  return { id, name, updatedAt: updatedAt.toISOString() };
}
