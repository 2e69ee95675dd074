import { join } from 'node:path';
import { dataFolder, reachDatabase } from './database.mjs';
import { ensureBuilt, ensureModules, ensurePackages, ROOT } from './prepare.mjs';
import { run } from './shell.mjs';

/** Gives a person an account and a place in a course; run with --help for the words it takes. */
let database;
try {
  if (!process.env.DATABASE_URL) await ensurePackages(['mariadb']);
  await ensureModules();
  await ensureBuilt();
  if (!process.env.DATABASE_URL) database = await reachDatabase(dataFolder(ROOT));
  await run(process.execPath, [join(ROOT, 'server', 'dist', 'enrol.js'), ...process.argv.slice(2)], {
    env: { ...process.env, TZ: 'UTC', DATABASE_URL: process.env.DATABASE_URL ?? database.url },
  });
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await database?.stop();
}
