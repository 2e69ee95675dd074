import { ensureModules, ensurePackages } from './prepare.mjs';
import { runInBrowser, stopAll } from './throwaway.mjs';

/** Takes the pictures in docs/screenshots anew, from the demo course; with words only those whose title holds them. */
try {
  await ensurePackages(['mariadb', 'chromium']);
  await ensureModules();
  await runInBrowser('pictures', process.argv[2] ? ['--grep', process.argv.slice(2).join(' ')] : []);
  await stopAll();
} catch (error) {
  console.error(`\n${error.message}`);
  await stopAll();
  process.exit(1);
}
