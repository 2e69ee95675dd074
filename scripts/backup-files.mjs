import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream, createWriteStream, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { findProgram } from './shell.mjs';

/** The last line of a whole dump: without it the file was cut off. */
const WHOLE = '-- Dump completed';

/** Runs `work` with a file that tells MariaDB's own programs how to reach a database: no password on a command line. */
async function withAccess(url, work) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const folder = mkdtempSync(join(tmpdir(), 'undulan-backup-'));
  const file = join(folder, 'access.cnf');
  const quoted = (text) => `"${decodeURIComponent(text).replace(/[\\"]/g, '\\$&')}"`;
  writeFileSync(
    file,
    `[client]\nprotocol=tcp\nhost=${quoted(hostname)}\nport=${port || 3306}\nuser=${quoted(username)}\n` +
      `password=${quoted(password)}\nmax_allowed_packet=64M\n`,
    { mode: 0o600 },
  );
  try {
    return await work([`--defaults-file=${file}`], decodeURIComponent(pathname.slice(1)));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** One of MariaDB's programs; its end is told with what it said of what went wrong. */
function begin(program, args, stdio) {
  const child = spawn(findProgram(program), args, { stdio: [...stdio, 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  const ended = once(child, 'close').then(([code]) => {
    if (code !== 0) throw new Error(`${program} ended with ${code}: ${said.trim()}`);
  });
  ended.catch(() => undefined);
  return { child, ended };
}

async function ask(access, name, statement) {
  const { child, ended } = begin(
    'mariadb',
    [...access, '--batch', '--skip-column-names', name, '-e', statement],
    ['ignore', 'pipe'],
  );
  let answer = '';
  child.stdout.on('data', (chunk) => (answer += chunk));
  await ended;
  return answer.split('\n').filter(Boolean);
}

/**
 * Writes all rows of a database, as they were at one moment, into a file; the program may go on meanwhile. Gives how
 * many tables there are. The file is there once it is whole.
 */
export async function backUp(url, file) {
  return withAccess(url, async (access, name) => {
    const tables = await ask(access, name, 'SHOW TABLES');
    if (tables.length === 0) throw new Error('There are no tables in this database.');
    const { child, ended } = begin(
      'mariadb-dump',
      [...access, '--single-transaction', '--quick', '--hex-blob', '--skip-lock-tables', '--no-tablespaces', name],
      ['ignore', 'pipe'],
    );
    const part = `${file}.part`;
    try {
      await pipeline(child.stdout, createGzip(), createWriteStream(part, { mode: 0o600 }));
      await ended;
      renameSync(part, file);
    } catch (error) {
      rmSync(part, { force: true });
      throw error;
    }
    return tables.length;
  });
}

/** Whether a file is a whole backup: it is read through before anything is changed. */
async function requireWhole(file) {
  let tail = '';
  try {
    await pipeline(createReadStream(file), createGunzip(), async (source) => {
      for await (const chunk of source) tail = (tail + chunk.toString('latin1')).slice(-200);
    });
  } catch (error) {
    throw new Error(`${file} cannot be read as a backup: ${error.message}`, { cause: error });
  }
  if (!tail.includes(WHOLE)) throw new Error(`${file} is no whole backup.`);
}

/** Puts a backup into a database without tables, or in place of what is there. Gives how many tables it has then. */
export async function restore(url, file, { replace = false } = {}) {
  await requireWhole(file);
  return withAccess(url, async (access, name) => {
    const there = await ask(access, name, 'SHOW TABLES');
    if (there.length > 0 && !replace)
      throw new Error(`There are ${there.length} tables in this database: with --replace they go first.`);
    if (there.length > 0)
      await ask(
        access,
        name,
        `SET FOREIGN_KEY_CHECKS = 0; DROP TABLE ${there.map((table) => `\`${table}\``).join(', ')}`,
      );
    const { child, ended } = begin('mariadb', [...access, name], ['pipe', 'ignore']);
    await pipeline(createReadStream(file), createGunzip(), child.stdin);
    await ended;
    return (await ask(access, name, 'SHOW TABLES')).length;
  });
}
