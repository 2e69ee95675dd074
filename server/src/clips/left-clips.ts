import { Op, type Transaction } from 'sequelize';
import { PlacedReferenceModel } from '../references/reference.model.ts';
import { TakeModel } from '../takes/take.model.ts';
import { ClipModel } from './clip.model.ts';

/** Removes clips of this person, sent before a moment, that are no takes and lie on no ruler. */
export async function removeLeftClips(ownerId: string, before: Date, transaction?: Transaction): Promise<void> {
  const handedIn = await TakeModel.findAll({ where: { learnerId: ownerId }, attributes: ['clipId'], transaction });
  const placed = await PlacedReferenceModel.findAll({
    attributes: ['clipId'],
    include: { association: 'clip', where: { ownerId }, attributes: [] },
    transaction,
  });
  const kept = [...handedIn, ...placed].flatMap(({ clipId }) => clipId ?? []);
  await ClipModel.destroy({
    where: { ownerId, id: { [Op.notIn]: kept }, createdAt: { [Op.lt]: before } },
    transaction,
  });
}
