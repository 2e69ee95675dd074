import { rmSync } from 'node:fs';
import { ensureBuilt, ensureModules, ensurePackages, ROOT } from './prepare.mjs';
import { run, whenOrphaned } from './shell.mjs';

/** Everything, or the parts named: types, lint, unit, server, e2e. */
const ALL = ['types', 'lint', 'unit', 'server', 'e2e'];
const parts = process.argv.slice(2).length > 0 ? process.argv.slice(2) : ALL;
const unknown = parts.filter((part) => !ALL.includes(part));
if (unknown.length > 0) {
  console.error(`There is no part "${unknown[0]}". The parts are ${ALL.join(', ')}.`);
  process.exit(2);
}

const started = [];
let stopping;

/** Stops what was started, once, last first; also when the tests are interrupted. */
function stopAll() {
  stopping ??= (async () => {
    for (const stop of started.reverse()) await stop();
  })();
  return stopping;
}
const abandon = () => void stopAll().then(() => process.exit(130));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, abandon);
if (process.env.npm_lifecycle_event) whenOrphaned(abandon);

function npm(...args) {
  console.log(`\n— ${args.join(' ')}`);
  return run('npx', ['--no-install', ...args], { cwd: ROOT });
}

async function withDatabase() {
  const { startDatabase, temporaryFolder } = await import('./database.mjs');
  const folder = temporaryFolder();
  started.push(() => rmSync(folder, { recursive: true, force: true }));
  const database = await startDatabase(folder);
  started.push(database.stop);
  return database;
}

const WORK = {
  types: () => npm('tsc', '-b'),
  lint: async () => {
    await npm('eslint', '.');
    await run('npm', ['run', '--silent', 'imports'], { cwd: ROOT });
  },
  unit: () => npm('vitest', 'run', '--project', 'core', '--project', 'web'),
  server: async () => {
    const { url } = await withDatabase();
    console.log('\n— server tests against MariaDB');
    await run('npx', ['--no-install', 'vitest', 'run', '--project', 'server'], { cwd: ROOT, env: { ...process.env, TZ: 'UTC', TEST_DATABASE_URL: url } });
  },
  e2e: async () => {
    await ensureBuilt();
    const { url } = await withDatabase();
    const { startServer } = await import('./serve.mjs');
    const server = await startServer({ url, port: 0, logLevel: 'error' });
    started.push(server.stop);
    console.log('\n— e2e in headless Chromium');
    await run('npx', ['--no-install', 'playwright', 'test', '--config', 'e2e/playwright.config.ts'], { cwd: ROOT, env: { ...process.env, UNDULAN_ADDRESS: server.address } });
  },
};

try {
  const needs = [...(parts.some((part) => part === 'server' || part === 'e2e') ? ['mariadb'] : []), ...(parts.includes('e2e') ? ['chromium'] : [])];
  await ensurePackages(needs);
  await ensureModules();
  for (const part of parts) await WORK[part]();
  await stopAll();
  console.log(`\nAll of it passed: ${parts.join(', ')}.`);
} catch (error) {
  console.error(`\n${error.message}`);
  await stopAll();
  process.exit(1);
}
