import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './prepare.mjs';
import { endChild } from './shell.mjs';

/**
 * Starts the built server on a database and waits until it listens. Gives its address and a way to stop it; `say` gets
 * what else it prints.
 */
export function startServer({
  url,
  port,
  demo = true,
  logLevel = 'info',
  redisUrl,
  say = (text) => process.stdout.write(text),
}) {
  const child = spawn(process.execPath, [join(ROOT, 'server', 'dist', 'main.js')], {
    env: {
      ...process.env,
      TZ: 'UTC',
      NODE_ENV: 'production',
      DATABASE_URL: url,
      PORT: String(port),
      DEMO: demo ? 'yes' : 'no',
      LOG_LEVEL: logLevel,
      ...(redisUrl && { REDIS_URL: redisUrl }),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
  });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The server ended with ${code} before it listened.`)));
    child.stdout.on('data', (chunk) => {
      const text = chunk.toString();
      const address = /listening on (\S+)/.exec(text)?.[1];
      if (address) resolve({ address, child, stop: () => endChild(child) });
      say(text.replace(/^listening on .*\n/m, ''));
    });
  });
}
