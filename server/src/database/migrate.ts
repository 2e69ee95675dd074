import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { firstTables } from './migrations/0001-first-tables.ts';

/** One change of the tables. Migrations only go forward: an older program never meets a newer database. */
export interface Migration {
  name: string;
  up: (tables: QueryInterface) => Promise<void>;
}

const MIGRATIONS: readonly Migration[] = [firstTables];

/** Brings the tables up to date. Copies of the server that start together wait for one another. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  await withLock(sequelize, 'undulan-migrate', async () => {
    const umzug = new Umzug({
      migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: ({ context }: { context: QueryInterface }) => up(context) })),
      context: sequelize.getQueryInterface(),
      storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
      logger: undefined,
    });
    await umzug.up();
  });
}

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
