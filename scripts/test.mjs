import { ensureModules, ensurePackages, ROOT } from './prepare.mjs';
import { run } from './shell.mjs';
import { runInBrowser, stopAll, throwawayDatabase } from './throwaway.mjs';

/**
 * Everything, or the parts named: stages, each of lanes that run side by side and keep a core busy. What waits for a
 * screen and is upset by a slow one comes last, alone.
 */
const STAGES = [[['types', 'unit'], ['lint']], [['server']], [['e2e']]];
const ALL = STAGES.flat(2);
const parts = process.argv.slice(2).length > 0 ? process.argv.slice(2) : ALL;
const unknown = parts.filter((part) => !ALL.includes(part));
if (unknown.length > 0) {
  console.error(`There is no part "${unknown[0]}". The parts are ${ALL.join(', ')}.`);
  process.exit(2);
}

function npm(...args) {
  console.log(`\n— ${args.join(' ')}`);
  return run('npx', ['--no-install', ...args], { cwd: ROOT });
}

const WORK = {
  types: () => npm('tsc', '-b'),
  lint: async () => {
    await npm('prettier', '--check', '.');
    await npm('eslint', '.');
    await run('npm', ['run', '--silent', 'imports'], { cwd: ROOT });
  },
  unit: () => npm('vitest', 'run', '--project', 'core', '--project', 'contract', '--project', 'web'),
  server: async () => {
    const { url } = await throwawayDatabase();
    console.log('\n— server tests against MariaDB');
    await run('npx', ['--no-install', 'vitest', 'run', '--project', 'server'], {
      cwd: ROOT,
      env: { ...process.env, TZ: 'UTC', TEST_DATABASE_URL: url },
    });
  },
  e2e: () => runInBrowser('journeys', [], 2),
};

/** Those of a lane's parts that were asked for, one after the other. */
async function inTurn(lane) {
  for (const part of lane) if (parts.includes(part)) await WORK[part]();
}

try {
  const needs = [
    ...(parts.some((part) => part === 'server' || part === 'e2e') ? ['mariadb'] : []),
    ...(parts.includes('e2e') ? ['chromium'] : []),
  ];
  await ensurePackages(needs);
  await ensureModules();
  for (const lanes of STAGES) {
    const ended = await Promise.allSettled(lanes.map(inTurn));
    const failed = ended.find(({ status }) => status === 'rejected');
    if (failed) throw failed.reason;
  }
  await stopAll();
  console.log(`\nAll of it passed: ${parts.join(', ')}.`);
} catch (error) {
  console.error(`\n${error.message}`);
  await stopAll();
  process.exit(1);
}
