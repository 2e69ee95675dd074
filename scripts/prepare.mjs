import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { findProgram, isRoot, run } from './shell.mjs';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

const WANTED = {
  mariadb: { program: 'mariadbd', package: 'mariadb-server' },
  redis: { program: 'redis-server', package: 'redis-server' },
  chromium: { program: 'chromium-headless-shell', package: 'chromium-headless-shell' },
  // Tests read with them what was written.
  ffmpeg: { program: 'ffprobe', package: 'ffmpeg' },
  poppler: { program: 'pdftotext', package: 'poppler-utils' },
  unzip: { program: 'unzip', package: 'unzip' },
};

/** Installs the Debian packages that are missing, if this user may; else says the one command that does. */
export async function ensurePackages(names) {
  const missing = names.map((name) => WANTED[name]).filter(({ program }) => !findProgram(program));
  if (missing.length === 0) return;
  const packages = missing.map((wanted) => wanted.package);
  const prefix = isRoot() ? [] : findProgram('sudo') ? ['sudo'] : null;
  if (!prefix || !findProgram('apt-get')) {
    throw new Error(
      `Undulan needs ${packages.join(' and ')}. Install with:  sudo apt-get install -y ${packages.join(' ')}`,
    );
  }
  console.log(`Installing ${packages.join(', ')} …`);
  const apt = async (...args) => {
    const [command, ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args];
    await run(command, rest, { stdio: ['ignore', 'ignore', 'inherit'] });
  };
  await apt('update');
  await apt('install', '-y', '--no-install-recommends', ...packages);
}

/** Runs a program of the npm packages: itself, not by a shell that would leave it running when it is ended. */
export function runTool(name, args, env = {}) {
  return run(process.execPath, [join(ROOT, 'node_modules', '.bin', name), ...args], {
    cwd: ROOT,
    env: { ...process.env, ...env },
  });
}

function stampOf(text) {
  return createHash('sha256').update(text).digest('hex');
}

/** Installs the npm packages when the lockfile is not the one they were installed from. */
export async function ensureModules() {
  const stamp = stampOf(readFileSync(join(ROOT, 'package-lock.json')));
  const stampFile = join(ROOT, 'node_modules', '.undulan-lock');
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  console.log('Installing npm packages (a minute or two) …');
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: ROOT });
  writeFileSync(stampFile, stamp);
}

function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((name) => name !== 'node_modules' && !name.startsWith('dist'))
      .map((name) => newestChange(join(path, name))),
  );
}

/** Builds when any source is newer than the last build. */
export async function ensureBuilt() {
  const stampFile = join(ROOT, 'web', 'dist', '.built');
  const sources = ['core', 'contract', 'server', 'web', 'package-lock.json', 'tsconfig.base.json'].map((name) =>
    join(ROOT, name),
  );
  const newest = Math.max(...sources.map(newestChange));
  if (existsSync(stampFile) && statSync(stampFile).mtimeMs > newest) return;
  console.log('Building …');
  await run('npm', ['run', '--silent', 'build'], { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] });
  writeFileSync(stampFile, '');
}
