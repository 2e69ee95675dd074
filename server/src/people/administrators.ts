import type { Transaction } from 'sequelize';
import { PersonModel } from './person.model.ts';

/**
 * Whether anybody else runs the installation. All who do are held until the transaction ends: of two who end each
 * other's part, or their own, at once one stays.
 */
export async function areOthersAdministrators(personId: string, transaction: Transaction): Promise<boolean> {
  const others = await PersonModel.findAll({
    where: { isAdministrator: true },
    attributes: ['id'],
    order: [['id', 'ASC']],
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  return others.some(({ id }) => id !== personId);
}
