import { rmSync } from 'node:fs';
import { startDatabase, temporaryFolder } from './database.mjs';
import { ensureBuilt, ROOT } from './prepare.mjs';
import { startServer } from './serve.mjs';
import { run, whenOrphaned } from './shell.mjs';

/** Databases and applications that live as long as one script run. */
const started = [];
let stopping;

/** Stops what was started, once, last first; also when the script is interrupted. */
export function stopAll() {
  stopping ??= (async () => {
    for (const stop of started.reverse()) await stop();
  })();
  return stopping;
}
const abandon = () => void stopAll().then(() => process.exit(130));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, abandon);
if (process.env.npm_lifecycle_event) whenOrphaned(abandon);

/** A MariaDB with an empty database of its own. */
export async function throwawayDatabase() {
  const folder = temporaryFolder();
  started.push(() => rmSync(folder, { recursive: true, force: true }));
  const database = await startDatabase(folder);
  started.push(database.stop);
  return database;
}

/** Runs one of the browser projects (`journeys`, `pictures`) against a fresh application with the demo course. */
export async function runInBrowser(project, ...args) {
  await ensureBuilt();
  const { url } = await throwawayDatabase();
  const server = await startServer({ url, port: 0, logLevel: 'error' });
  started.push(server.stop);
  console.log(`\n— ${project} in headless Chromium`);
  await run('npx', ['--no-install', 'playwright', 'test', '--config', 'e2e/playwright.config.ts', `--project=${project}`, ...args], {
    cwd: ROOT,
    env: { ...process.env, UNDULAN_ADDRESS: server.address },
  });
}
