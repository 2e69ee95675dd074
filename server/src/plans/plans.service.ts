import type { Created, NewPlan, SavedPlan } from '@undulan/contract';
import { removableFor, roleIn } from '../access/access.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { PlanModel } from './plan.model.ts';

/** The course's plans, newest first. */
export async function plansOf(personId: string, courseId: string): Promise<SavedPlan[]> {
  const role = await roleIn(personId, courseId);
  const plans = await PlanModel.findAll({ where: { courseId }, include: 'author', order: [['createdAt', 'DESC']] });
  return plans.map(({ id, title, query, author, authorId, createdAt }) => ({
    id,
    title,
    query,
    authorName: author!.name,
    mayRemove: role === 'instructor' || authorId === personId,
    savedAt: createdAt.toISOString(),
  }));
}

export async function savePlan(personId: string, courseId: string, plan: NewPlan): Promise<Created> {
  await roleIn(personId, courseId);
  refuseBeyond('plans', await PlanModel.count({ where: { courseId } }));
  const { id } = await PlanModel.create({ ...plan, courseId, authorId: personId });
  return { id };
}

export async function removePlan(personId: string, planId: string): Promise<void> {
  const plan = await removableFor(personId, PlanModel, planId, 'plan');
  await plan.destroy();
}
