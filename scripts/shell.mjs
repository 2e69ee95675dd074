import { spawn, spawnSync } from 'node:child_process';

/** Whether a program is on the PATH or in one of the system's own folders. */
export function findProgram(name) {
  for (const folder of [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/local/sbin', '/usr/bin']) {
    const path = `${folder}/${name}`;
    if (spawnSync('test', ['-x', path]).status === 0) return path;
  }
  return null;
}

export function isRoot() {
  return process.getuid?.() === 0;
}

const underWay = new Set();

/** Runs a command in the foreground; rejects with what was run when it fails. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    underWay.add(child);
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      underWay.delete(child);
      if (code === 0) resolve();
      else reject(new Error(`${command} ${args.join(' ')} ended with ${signal ?? code}`));
    });
  });
}

/** Calls back once when the process that started this one is gone: `npm` ended by a signal does not pass it on. */
export function whenOrphaned(callback) {
  const parent = process.ppid;
  const watch = setInterval(() => {
    if (process.ppid === parent) return;
    clearInterval(watch);
    callback();
  }, 500);
  watch.unref();
}

/** Ends what is being run, for where this process is told to end. */
export const endUnderWay = () => Promise.all([...underWay].map((child) => endChild(child)));

/** Ends a child this process started and waits until it is gone; after `patienceMs` without mercy. */
export function endChild(child, signal = 'SIGTERM', patienceMs = 15_000) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const force = setTimeout(() => child.kill('SIGKILL'), patienceMs);
    child.once('exit', () => {
      clearTimeout(force);
      resolve();
    });
    child.kill(signal);
  });
}
