import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import { percentile } from './bench-client.mjs';
import { ensureBuilt, ensureModules, ensurePackages } from './prepare.mjs';
import { stopAll, throwawayDatabase } from './throwaway.mjs';

/**
 * How long the ledger of a course takes the server, all that is sent of it written out, beside reading as many rows of
 * as many bytes and nothing else; and what the page computes from it.
 */
const [LEARNERS, EXERCISES, TAKES] = [40, 30, 3];
const TIMES = (process.env.TIMES ?? '1,4,16').split(',').map(Number);
const RUNS = 9;
const AIM_MS = 300;
const AT_ONCE = 500;

await ensurePackages(['mariadb']);
await ensureModules();
await ensureBuilt();
const { createKey, createKeyedSubject, createMotion, digestOf, DIGEST_VERSION, moveKeys, readTake, teachNext } =
  await import('@undulan/core');
const { connectDatabase } = await import('../server/dist/database/connect.js');
const { migrate } = await import('../server/dist/database/migrate.js');
const { ledgerOf } = await import('../server/dist/ledger/ledger.service.js');

/** A lid that slides over seven keys, and takes of it whose keys are off. */
const frames = [1, 9, 17, 25, 33, 41, 49];
const look = { shape: 'box', widthPx: 60, heightPx: 20, fill: '#2456a6' };
const keys = frames.map((frame, i) => createKey(frame, 100 + 500 * (i % 2), { link: 'flat' }));
const motion = {
  ...createMotion([createKeyedSubject('lid', 'Lid', look, { x: 0, y: 300 }, { 'position.x': keys })]),
  range: { first: 1, last: 49 },
};
const target = { motion, tolerances: { keyFrames: 1, spacingPercent: 4 } };
const readings = Array.from({ length: 24 }, (_, i) => {
  const ref = { subjectId: 'lid', channelId: 'position.x', frame: frames[1 + (i % 5)] };
  return readTake(target, moveKeys(motion, [ref], (i % 7) - 3, 12 * (i % 4)).motion);
});

/** A course of so many times as many learners, with all that the tables ask for. */
async function fill(sequelize, times) {
  const now = new Date();
  const stamps = { createdAt: now, updatedAt: now };
  const tables = sequelize.getQueryInterface();
  const insert = async (table, rows) => {
    for (let i = 0; i < rows.length; i += AT_ONCE) await tables.bulkInsert(table, rows.slice(i, i + AT_ONCE));
  };
  const courseId = randomUUID();
  await insert('courses', [{ id: courseId, title: 'Kitchen in Motion', ...stamps }]);
  const people = Array.from({ length: 1 + times * LEARNERS }, (_, i) => ({
    id: randomUUID(),
    name: `Learner ${i}`,
    email: `${courseId}.${i}@kitchen.example`,
    passwordHash: '-',
    ...stamps,
  }));
  await insert('people', people);
  const roleOf = (i) => (i === 0 ? 'instructor' : 'learner');
  await insert(
    'enrolments',
    people.map(({ id }, i) => ({ id: randomUUID(), courseId, personId: id, role: roleOf(i), ...stamps })),
  );
  const hash = randomUUID().replaceAll('-', '').padEnd(64, '0');
  await insert('targets', [{ hash, target: JSON.stringify(target), createdAt: now }]);
  const exercises = Array.from({ length: EXERCISES }, (_, i) => ({
    id: randomUUID(),
    courseId,
    title: `Exercise ${i}`,
    brief: '',
    position: i + 1,
    tolerances: JSON.stringify(target.tolerances),
    modelShown: 'always',
    motion: JSON.stringify(motion),
    version: 1,
    publishedAt: now,
    rateNum: 24,
    rateDen: 1,
    firstFrame: 1,
    lastFrame: 49,
    targetHash: hash,
    ...stamps,
  }));
  await insert('exercises', exercises);
  const all = people
    .slice(1)
    .flatMap(({ id: learnerId }) =>
      exercises.flatMap(({ id: exerciseId }) =>
        Array.from({ length: TAKES }, (_, i) => ({ id: randomUUID(), learnerId, exerciseId, number: i + 1 })),
      ),
    );
  const document = JSON.stringify(motion);
  for (let from = 0; from < all.length; from += AT_ONCE) {
    const some = all.slice(from, from + AT_ONCE);
    await tables.bulkInsert(
      'takes',
      some.map((take) => ({ ...take, motion: document, handedInAt: now, ...stamps })),
    );
    await tables.bulkInsert(
      'reviews',
      some.map(({ id, number }) => ({
        id: randomUUID(),
        takeId: id,
        grade: number === TAKES ? null : 80,
        summary: '',
        version: 1,
        returnedAt: number === TAKES ? null : now,
        ...stamps,
      })),
    );
    await tables.bulkInsert(
      'readings',
      some.map(({ id }, i) => {
        const reading = readings[(from + i) % readings.length];
        return {
          id: randomUUID(),
          takeId: id,
          targetHash: hash,
          state: 'read',
          reading: JSON.stringify(reading),
          version: reading.version,
          findingsCount: reading.findings.length,
          proposedGrade: reading.proposedGrade,
          digest: JSON.stringify(digestOf(reading)),
          digestVersion: DIGEST_VERSION,
          ...stamps,
        };
      }),
    );
  }
  return { courseId, instructorId: people[0].id, takes: all.length };
}

async function timesOf(run) {
  const times = [];
  for (let i = 0; i < RUNS; i++) {
    const began = performance.now();
    await run();
    times.push(performance.now() - began);
  }
  return percentile(times, 0.5);
}

const { url } = await throwawayDatabase();
const sequelize = await connectDatabase(url);
try {
  await migrate(sequelize);
  for (const times of TIMES) {
    const { courseId, instructorId, takes } = await fill(sequelize, times);
    let sent = '';
    const opened = await timesOf(async () => {
      sent = JSON.stringify(await ledgerOf(instructorId, courseId));
    });
    const bare = await timesOf(() =>
      sequelize.query(
        'SELECT readings.digest FROM readings JOIN takes ON takes.id = readings.takeId ' +
          'JOIN exercises ON exercises.id = takes.exerciseId WHERE exercises.courseId = ?',
        { replacements: [courseId], type: 'SELECT' },
      ),
    );
    const ledger = JSON.parse(sent);
    const computed = await timesOf(() => teachNext(ledger.takes));
    console.log(
      `${times} × (${LEARNERS} learners, ${EXERCISES} exercises, ${TAKES} takes): `.padEnd(52) +
        `${takes} takes, ${(sent.length / 1e6).toFixed(1)} MB: opened in ${opened.toFixed(0)} ms` +
        `${times === 1 ? ` (aim ${AIM_MS})` : ''}, ${(opened / bare).toFixed(1)} × the bare rows; ` +
        `what to teach next in ${computed.toFixed(0)} ms`,
    );
  }
} finally {
  await sequelize.close();
  await stopAll();
}
