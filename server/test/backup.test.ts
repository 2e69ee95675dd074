import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { backUp, restore } from '../../scripts/backup-files.mjs';
import { migrate } from '../src/database/migrate.ts';
import { loadDemoIntoEmpty } from '../src/demo/load-demo.ts';
import { type EmptyDatabase, emptyDatabase } from './harness.ts';

let from: EmptyDatabase;
let to: EmptyDatabase;
const folder = mkdtempSync(join(tmpdir(), 'undulan-backup-test-'));
const file = join(folder, 'all.sql.gz');

beforeAll(async () => {
  from = await emptyDatabase();
  await migrate(from.sequelize);
  await loadDemoIntoEmpty(from.sequelize);
  // Models speak to the database that was opened last.
  to = await emptyDatabase();
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await from.drop();
  await to.drop();
});

/** Every table with its rows, in an order of their own, as the database writes them. */
async function everything(sequelize: Sequelize): Promise<Record<string, string[]>> {
  const names = (await sequelize.query<Record<string, string>>('SHOW TABLES', { type: QueryTypes.SELECT })).map(
    (row) => Object.values(row)[0]!,
  );
  const tables: Record<string, string[]> = {};
  for (const name of names) {
    const rows = await sequelize.query<object>(`SELECT * FROM \`${name}\``, { type: QueryTypes.SELECT });
    tables[name] = rows.map((row) => JSON.stringify(row)).sort();
  }
  return tables;
}

test('a backup taken while people work is of one moment, and every row of it comes back', async () => {
  // Two rows that are always written together: a backup has both or neither.
  await from.sequelize.query('CREATE TABLE pairs (n INT, side CHAR(1))');
  let written = 0;
  let isDone = false;
  const work = (async () => {
    for (; !isDone; written++)
      await from.sequelize.transaction(async (transaction) => {
        for (const side of ['a', 'b'])
          await from.sequelize.query(`INSERT INTO pairs VALUES (${written}, '${side}')`, { transaction });
      });
  })();
  await expect.poll(() => written).toBeGreaterThan(5);
  const tables = await backUp(from.url, file);
  isDone = true;
  await work;
  expect(await restore(to.url, file)).toBe(tables);
  const pairs = await to.sequelize.query<{ n: number; sides: number }>(
    'SELECT n, COUNT(*) AS sides FROM pairs GROUP BY n',
    { type: QueryTypes.SELECT },
  );
  expect(pairs.length).toBeGreaterThan(5);
  expect(pairs.every(({ sides }) => Number(sides) === 2)).toBe(true);
  await from.sequelize.query('DROP TABLE pairs');
  await to.sequelize.query('DROP TABLE pairs');
  const [one, other] = [await everything(from.sequelize), await everything(to.sequelize)];
  expect(Object.keys(one).length).toBeGreaterThan(30);
  for (const [name, rows] of Object.entries(one)) expect(other[name], name).toEqual(rows);
  expect(Object.keys(other)).toEqual(Object.keys(one));
  // It is a database like any other: what comes later is brought up to date.
  await migrate(to.sequelize);
});

test('what is there is not lost by mistake: full databases, cut-off and foreign files are refused', async () => {
  const before = await everything(to.sequelize);
  await expect(restore(to.url, file)).rejects.toThrow('with --replace they go first');
  const cut = join(folder, 'cut.sql.gz');
  writeFileSync(cut, readFileSync(file));
  truncateSync(cut, 5000);
  await expect(restore(to.url, cut, { replace: true })).rejects.toThrow('cannot be read as a backup');
  const foreign = join(folder, 'foreign.sql.gz');
  writeFileSync(foreign, 'DROP TABLE people;');
  await expect(restore(to.url, foreign, { replace: true })).rejects.toThrow('cannot be read as a backup');
  await expect(restore(to.url, join(folder, 'nothing'), { replace: true })).rejects.toThrow();
  expect(await everything(to.sequelize)).toEqual(before);
  await to.sequelize.query('DELETE FROM phrases');
  await restore(to.url, file, { replace: true });
  expect((await everything(to.sequelize))['phrases']).toEqual(before['phrases']);
});
