import type { Created, NewEase, SavedEase } from '@undulan/contract';
import { removableFor, roleIn } from '../access/access.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { EaseModel } from './ease.model.ts';

/** The course's palette, by name. */
export async function easesOf(personId: string, courseId: string): Promise<SavedEase[]> {
  const role = await roleIn(personId, courseId);
  const eases = await EaseModel.findAll({ where: { courseId }, include: 'author', order: [['name', 'ASC']] });
  return eases.map(({ id, name, css, author, authorId }) => ({
    id,
    name,
    css,
    authorName: author!.name,
    mayRemove: role === 'instructor' || authorId === personId,
  }));
}

export async function saveEase(personId: string, courseId: string, ease: NewEase): Promise<Created> {
  await roleIn(personId, courseId);
  refuseBeyond('eases', await EaseModel.count({ where: { courseId } }));
  const { id } = await EaseModel.create({ ...ease, courseId, authorId: personId });
  return { id };
}

export async function removeEase(personId: string, easeId: string): Promise<void> {
  const ease = await removableFor(personId, EaseModel, easeId, 'ease');
  await ease.destroy();
}
