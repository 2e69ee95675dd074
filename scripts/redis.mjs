import { spawn } from 'node:child_process';
import { connect } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import { freePort } from './database.mjs';
import { endChild, findProgram } from './shell.mjs';

const PATIENCE_MS = 15_000;

function isListening(port) {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}

/**
 * Starts a Redis that keeps nothing, by which several copies of the server tell each other what goes on in a class.
 * Gives its address and a way to stop it.
 */
export async function startRedis() {
  const port = await freePort();
  const keepNothing = ['--save', '', '--appendonly', 'no'];
  const child = spawn(
    findProgram('redis-server'),
    ['--port', String(port), '--bind', '127.0.0.1', ...keepNothing, '--dir', '/tmp'],
    { stdio: 'ignore', detached: true },
  );
  for (const from = Date.now(); !(await isListening(port)); await wait(50))
    if (child.exitCode !== null || Date.now() - from > PATIENCE_MS) throw new Error('Redis did not start.');
  return { url: `redis://127.0.0.1:${port}`, stop: () => endChild(child) };
}
