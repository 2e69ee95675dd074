import type { Sequelize } from 'sequelize';
import { ExerciseModel, openNow } from '../exercises/exercise.model.ts';
import { tellPublished } from './events.ts';

/** Tells learners of exercises whose moment has come; of several copies of the server one does. */
export async function announceOpened(sequelize: Sequelize): Promise<void> {
  const isNew = { ...openNow(), announcedAt: null };
  if ((await ExerciseModel.count({ where: isNew })) === 0) return;
  await sequelize.transaction(async (transaction) => {
    const opened = await ExerciseModel.findAll({
      where: isNew,
      attributes: ['id', 'title', 'courseId'],
      transaction,
      lock: transaction.LOCK.UPDATE,
      skipLocked: true,
    });
    for (const exercise of opened) {
      await tellPublished(exercise, transaction);
      await exercise.update({ announcedAt: new Date() }, { transaction });
    }
  });
}
