import { rmSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import request from 'supertest';
import { expect, test } from 'vitest';
import { keepDatabase, startDatabase, temporaryFolder } from '../../scripts/database.mjs';
import { createApp } from '../src/app.ts';
import { connectDatabase } from '../src/database/connect.ts';
import { migrate } from '../src/database/migrate.ts';

const CONFIG = {
  HOST: '127.0.0.1',
  PORT: 0,
  DEMO: 'no',
  SECURE_COOKIES: 'no',
  TRUSTED_HOPS: 0,
  MAIL_FROM: 'Undulan <undulan@kitchen.example>',
  TIME_ZONE: 'UTC',
  LOG_LEVEL: 'silent',
} as const;

test('while the database is away the server says so and goes on; one that dies is started again', async () => {
  const folder = temporaryFolder();
  const database = await startDatabase(folder);
  const said: string[] = [];
  let isGone = false;
  const kept = keepDatabase(folder, database, { say: (text) => said.push(text), onGone: () => (isGone = true) });
  const sequelize = await connectDatabase(database.url);
  await migrate(sequelize);
  const app = await createApp(sequelize, { ...CONFIG, DATABASE_URL: database.url }, '/nowhere');
  const ask = (path: string) => request(app.express).get(path);
  try {
    await ask('/readyz').expect(200);
    database.child.kill('SIGKILL');
    const away = await ask('/readyz');
    await ask('/healthz').expect(200);
    if (away.status !== 200) {
      expect(away.body).toMatchObject({ type: '/problems/unavailable', status: 503 });
      expect(away.headers['retry-after']).toBe('3');
    }
    const statuses = new Set([away.status]);
    for (let tries = 0; tries < 100 && !(said.length >= 2 && statuses.has(200)); tries++) {
      statuses.add((await ask('/api/demo-accounts')).status);
      await delay(100);
    }
    expect([...statuses].every((status) => status === 200 || status === 503)).toBe(true);
    expect(statuses.has(503)).toBe(true);
    await ask('/readyz').expect(200);
    expect(said[0]).toContain('MariaDB ended with SIGKILL');
    expect([said.at(-1), isGone]).toEqual(['MariaDB is started again.', false]);
  } finally {
    await app.close();
    await sequelize.close();
    await kept.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}, 60_000);
