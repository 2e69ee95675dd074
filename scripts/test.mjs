import { ensureBuilt, ensureModules, ensurePackages, ROOT, runTool } from './prepare.mjs';
import { run } from './shell.mjs';
import { runInBrowser, stopAll, throwawayDatabase, throwawayRedis } from './throwaway.mjs';

/**
 * Everything, or the parts named: stages, the parts of each in the order they are taken up by two hands, one for each
 * core. What waits for a screen and is upset by a slow one comes last, alone.
 */
const STAGES = [['lint', 'types', 'build', 'core', 'server', 'web'], ['e2e']];
const HANDS = 2;
const ALL = STAGES.flat();
const parts = process.argv.slice(2).length > 0 ? process.argv.slice(2) : ALL;
const unknown = parts.filter((part) => !ALL.includes(part));
if (unknown.length > 0) {
  console.error(`There is no part "${unknown[0]}". The parts are ${ALL.join(', ')}.`);
  process.exit(2);
}

function tool(name, ...args) {
  console.log(`\n— ${[name, ...args].join(' ')}`);
  return runTool(name, args);
}

const WORK = {
  types: () => run('npm', ['run', '--silent', 'types'], { cwd: ROOT }),
  // After the types, which it begins with: two at once would write the same files.
  build: ensureBuilt,
  lint: async () => {
    await tool('prettier', '--check', '.');
    await tool('eslint', '.');
    await tool('oxlint', '.');
    await run('npm', ['run', '--silent', 'imports'], { cwd: ROOT });
  },
  core: () => tool('vitest', 'run', '--project', 'core', '--project', 'contract'),
  web: () => tool('vitest', 'run', '--project', 'web'),
  server: async () => {
    const [{ url }, redis] = await Promise.all([throwawayDatabase(), throwawayRedis()]);
    console.log('\n— server tests against MariaDB');
    await runTool('vitest', ['run', '--project', 'server'], {
      TZ: 'UTC',
      TEST_DATABASE_URL: url,
      TEST_REDIS_URL: redis.url,
    });
  },
  e2e: () => runInBrowser('journeys', [], 2),
};

/** Takes up what is left of a stage, one part after the other, until there is none, or one fails. */
async function workThrough(left) {
  try {
    while (left.length > 0) await WORK[left.shift()]();
  } catch (error) {
    left.length = 0;
    throw error;
  }
}

try {
  const needs = [
    ...(parts.some((part) => part === 'server' || part === 'e2e') ? ['mariadb', 'redis'] : []),
    ...(parts.includes('e2e') ? ['chromium', 'ffmpeg', 'poppler', 'unzip'] : []),
  ];
  await ensurePackages(needs);
  await ensureModules();
  for (const stage of STAGES) {
    const left = stage.filter((part) => parts.includes(part));
    const ended = await Promise.allSettled(Array.from({ length: HANDS }, () => workThrough(left)));
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
