import { QueryTypes, type Sequelize } from 'sequelize';

/** Runs `work` while holding a named lock of the database, on a connection of its own. */
export async function withLock<T>(sequelize: Sequelize, name: string, work: () => Promise<T>): Promise<T> {
  return sequelize.transaction(async (transaction) => {
    const [row] = await sequelize.query<{ held: number | null }>('SELECT GET_LOCK(:name, 60) AS held', {
      replacements: { name },
      type: QueryTypes.SELECT,
      transaction,
    });
    if (row?.held !== 1) throw new Error(`Could not get the lock "${name}" within a minute.`);
    try {
      return await work();
    } finally {
      await sequelize.query('DO RELEASE_LOCK(:name)', { replacements: { name }, transaction });
    }
  });
}
