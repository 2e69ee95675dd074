import { mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureModules, ensurePackages } from './prepare.mjs';
import { runInBrowser, stopAll } from './throwaway.mjs';

/** Writes a file of every format into a folder, from the demo course: `npm run samples -- --out FOLDER`. */
const { values } = parseArgs({ options: { out: { type: 'string' } } });
if (!values.out) {
  console.error('Say where to: npm run samples -- --out FOLDER');
  process.exit(2);
}
const folder = resolve(process.env.INIT_CWD ?? process.cwd(), values.out);
try {
  mkdirSync(folder, { recursive: true });
  process.env.SAMPLES_OUT = folder;
  await ensurePackages(['mariadb', 'chromium']);
  await ensureModules();
  await runInBrowser('samples');
  await stopAll();
  console.log(`\nA file of every format is in ${folder}.`);
} catch (error) {
  console.error(`\n${error.message}`);
  await stopAll();
  process.exit(1);
}
