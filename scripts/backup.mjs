import { parseArgs } from 'node:util';
import { backUp, restore } from './backup-files.mjs';
import { dataFolder, reachDatabase } from './database.mjs';
import { ensureModules, ensurePackages, ROOT } from './prepare.mjs';

const USAGE = `npm run backup -- --to undulan.sql.gz
Writes everything the database holds into one file, as it was at one moment, while the program runs.

npm run backup -- --restore undulan.sql.gz [--replace]
Puts it back, into a database without tables; with --replace whatever is there goes first. Stop the program before.

DATABASE_URL names another database than the private one of this checkout.`;

const { values } = parseArgs({
  options: {
    to: { type: 'string' },
    restore: { type: 'string' },
    replace: { type: 'boolean', default: false },
    help: { type: 'boolean', default: false },
  },
});

/** Writes a backup of the database, or puts one back. */
let database;
try {
  if (values.help || (values.to === undefined) === (values.restore === undefined)) {
    console.log(USAGE);
    process.exitCode = values.help ? 0 : 2;
  } else {
    await ensurePackages(['mariadb']);
    await ensureModules();
    if (!process.env.DATABASE_URL) database = await reachDatabase(dataFolder(ROOT));
    const url = process.env.DATABASE_URL ?? database.url;
    if (values.to !== undefined) console.log(`Written: ${values.to}, ${await backUp(url, values.to)} tables.`);
    else {
      const tables = await restore(url, values.restore, { replace: values.replace });
      console.log(`Put back from ${values.restore}: ${tables} tables. Start the program: it brings them up to date.`);
    }
  }
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await database?.stop();
}
