import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensureBuilt, ensureModules, ROOT } from './prepare.mjs';

/**
 * What of script is fetched before the sign-in form, and what each screen adds to that, compressed as the server hands
 * it out.
 */
const AIM_KB = 200;

await ensureModules();
await ensureBuilt();
const dist = join(ROOT, 'web', 'dist');
const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8'));

function needs(name, known = new Set()) {
  if (known.has(name)) return known;
  known.add(name);
  for (const other of manifest[name].imports ?? []) needs(other, known);
  return known;
}

function sizes(names) {
  let [gzip, brotli] = [0, 0];
  for (const name of names) {
    const file = join(dist, manifest[name].file);
    gzip += gzipSync(readFileSync(file), { level: 9 }).length;
    brotli += statSync(`${file}.br`, { throwIfNoEntry: false })?.size ?? statSync(file).size;
  }
  return { gzip: gzip / 1000, brotli: brotli / 1000 };
}

const entry = needs('index.html');
const kb = (size) => `${size.toFixed(0).padStart(5)} kB`;
const line = (name, { gzip, brotli }, more = '') =>
  console.log(`${name.padEnd(34)}${kb(gzip)} gzip ${kb(brotli)} brotli${more}`);
const door = sizes(new Set([...entry, ...needs('src/features/sign-in/index.ts')]));
line('signed out, all of it', door, `  (aim under ${AIM_KB} kB gzip)${door.gzip > AIM_KB ? ' !' : ''}`);
const home = new Set([...entry, ...needs('src/features/home/index.ts')]);
line('signed in, before any screen', sizes(home));
for (const name of Object.keys(manifest).filter(
  (key) => /^src\/features\/(?!sign-in|home)/.test(key) && manifest[key].isDynamicEntry,
)) {
  line(
    `  + ${name.replace(/^src\/features\/|\/index\.ts$/g, '')}`,
    sizes([...needs(name)].filter((part) => !home.has(part))),
  );
}
