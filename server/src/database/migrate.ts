import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { withLock } from './lock.ts';
import type { Migration } from './migration.ts';
import { firstTables } from './migrations/0001-first-tables.ts';
import { plans } from './migrations/0002-plans.ts';
import { shortcuts } from './migrations/0003-shortcuts.ts';
import { eases } from './migrations/0004-eases.ts';
import { reviews } from './migrations/0005-reviews.ts';
import { pictures } from './migrations/0006-pictures.ts';

const MIGRATIONS: readonly Migration[] = [firstTables, plans, shortcuts, eases, reviews, pictures];

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
