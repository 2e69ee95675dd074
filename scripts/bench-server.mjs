import { performance } from 'node:perf_hooks';
import { setTimeout as delay } from 'node:timers/promises';
import { benchClient, percentile } from './bench-client.mjs';
import { ensureBuilt, ensureModules, ensurePackages } from './prepare.mjs';
import { stopAll, throwawayApplication } from './throwaway.mjs';

/**
 * Loads a fresh application with autosaves and hand-ins, beside the machine's own yardstick: as many trivial writes
 * through the same stack (a choice of shortcuts: one small row). What counts is the ratio; milliseconds swing with the
 * machine.
 */
const SECONDS = Number(process.env.BENCH_SECONDS ?? 10);
const SAVES_A_SECOND = 100;
const WARM_UP_SECONDS = 3;
const WORKERS = 40;
const HAND_INS = 200;

await ensurePackages(['mariadb']);
await ensureModules();
await ensureBuilt();
const { changesBetween, createKey, EMPTY_HISTORY, historyChange, moveKeys, recordStep } = await import('@undulan/core');

const address = await throwawayApplication();

const { call, signIn } = benchClient(address);
const ms = (time) => `${time.toFixed(0)} ms`;

/** Sends at an even rate for a while, whatever the answers take; gives how long each took and how many failed. */
async function atRate(perSecond, seconds, send) {
  const times = [];
  let failed = 0;
  const open = new Set();
  const from = performance.now();
  for (let i = 0; i < perSecond * seconds; i++) {
    const wait = from + (i * 1000) / perSecond - performance.now();
    if (wait > 0) await delay(wait);
    const began = performance.now();
    const sent = send(i)
      .then(
        () => times.push(performance.now() - began),
        () => failed++,
      )
      .finally(() => open.delete(sent));
    open.add(sent);
  }
  await Promise.all(open);
  return { times, failed, perSecond: times.length / ((performance.now() - from) / 1000) };
}

const { data: demo } = await call(null, 'GET', '/api/demo-accounts');
const instructor = await signIn(demo.accounts.find(({ role }) => role === 'instructor').email, demo.password);
const learners = [];
for (const { email, role } of demo.accounts) if (role === 'learner') learners.push(await signIn(email, demo.password));
const { data: session } = await call(instructor, 'GET', '/api/session');
const courseId = session.courses[0].id;

/** An exercise and one draft a worker of a 34 kB motion: 220 keys on one subject. */
async function newExercise() {
  const { data: created } = await call(instructor, 'POST', `/api/courses/${courseId}/exercises`, {}, 201);
  const { data: setting } = await call(instructor, 'GET', `/api/exercises/${created.id}`);
  const keys = Array.from({ length: 220 }, (_, i) => createKey(1 + i, Math.sin(i) * 300));
  const channels = setting.work.motion.subjects[0].channels.map((channel) =>
    channel.id === 'position.x' ? { ...channel, keys } : channel,
  );
  const motion = {
    ...setting.work.motion,
    range: { first: 1, last: 240 },
    subjects: [{ ...setting.work.motion.subjects[0], channels }],
  };
  await call(instructor, 'PUT', `/api/exercises/${created.id}`, {
    ...setting,
    work: { motion, details: setting.work.details },
  });
  await call(instructor, 'POST', `/api/exercises/${created.id}/publish`, undefined, 204);
  return { id: created.id, motion };
}

async function newDraft(cookie, { id, motion }) {
  const { data } = await call(
    cookie,
    'POST',
    `/api/exercises/${id}/drafts`,
    { copy: { name: 'Bench', motion, history: EMPTY_HISTORY } },
    201,
  );
  return {
    cookie,
    id: data.id,
    work: { motion, details: null },
    history: EMPTY_HISTORY,
    busy: Promise.resolve(),
    sent: 0,
  };
}

/**
 * The autosaves of a draft, one after another, as the Bench sends them: a key moved each. Made beforehand: many
 * browsers make them, not the machine that is measured.
 */
function savesOf({ work, history }, count) {
  const channel = { subjectId: work.motion.subjects[0].id, channelId: 'position.x' };
  return Array.from({ length: count }, (_, i) => {
    const { motion } = moveKeys(work.motion, [{ ...channel, frame: 1 + (i % 220) }], 0, 1);
    const [before, known] = [work, history];
    work = { motion, details: null };
    history = recordStep(known, 'move keys', before, work);
    return JSON.stringify({
      version: 1 + i,
      changes: changesBetween(before, work),
      history: historyChange(known, history),
    });
  });
}

/** Sends the next autosave of a draft once the one before is through. */
function save(draft) {
  draft.busy = draft.busy.then(() => call(draft.cookie, 'PATCH', `/api/drafts/${draft.id}`, draft.saves[draft.sent++]));
  return draft.busy;
}

try {
  const exercises = [];
  for (let i = 0; i < Math.ceil(WORKERS / (9 * learners.length)) + 4; i++) exercises.push(await newExercise());
  const drafts = [];
  for (let i = 0; i < WORKERS; i++)
    drafts.push(await newDraft(learners[i % learners.length], exercises[Math.floor(i / (9 * learners.length))]));
  console.log(
    `autosaves of a motion of ${Math.round(JSON.stringify(drafts[0].work).length / 1000)} kB, ` +
      `${SAVES_A_SECOND} a second for ${SECONDS} s`,
  );

  for (const draft of drafts)
    draft.saves = savesOf(draft, Math.ceil((SAVES_A_SECOND * (SECONDS + WARM_UP_SECONDS)) / WORKERS));
  // A server that has just started is still compiling.
  await atRate(SAVES_A_SECOND, WARM_UP_SECONDS, (i) => save(drafts[i % WORKERS]));

  const yardstick = await atRate(SAVES_A_SECOND, SECONDS, (i) =>
    call(learners[i % learners.length], 'PUT', '/api/session/shortcuts', { play: `Key${i % 9}` }, 204),
  );
  const saves = await atRate(SAVES_A_SECOND, SECONDS, (i) => save(drafts[i % WORKERS]));
  for (const [name, { times, failed, perSecond }] of Object.entries({
    'trivial writes': yardstick,
    autosaves: saves,
  })) {
    console.log(
      `${name.padEnd(15)} ${perSecond.toFixed(0)} a second, median ${ms(percentile(times, 0.5))}, p95 ` +
        `${ms(percentile(times, 0.95))}, ${failed} failed`,
    );
  }
  console.log(
    `autosaves take ${(percentile(saves.times, 0.5) / percentile(yardstick.times, 0.5)).toFixed(1)}× a ` +
      'trivial write by median, ' +
      `${(percentile(saves.times, 0.95) / percentile(yardstick.times, 0.95)).toFixed(1)}× by p95 (aim p95 ` +
      'under 150 ms, none failed)',
  );

  const toHandIn = [];
  for (let i = 0; i < HAND_INS; i++) {
    if (i % (8 * learners.length) === 0) exercises.push(await newExercise());
    toHandIn.push(await newDraft(learners[i % learners.length], exercises.at(-1)));
  }
  const from = performance.now();
  let slowest = 0;
  let isDone = false;
  const health = (async () => {
    while (!isDone) {
      const began = performance.now();
      await call(null, 'GET', '/healthz').catch(() => (isDone = true));
      slowest = Math.max(slowest, performance.now() - began);
      await delay(20);
    }
  })();
  await Promise.all(
    toHandIn.map(({ cookie, id }) => call(cookie, 'POST', `/api/drafts/${id}/hand-in`, { version: 1 }, 201)),
  );
  const handedIn = (performance.now() - from) / 1000;
  let coming = HAND_INS;
  while (coming > 0) {
    const { data: waiting } = await call(instructor, 'GET', `/api/courses/${courseId}/waiting?pages=20`);
    coming = waiting.takes.filter(({ readingState }) => readingState === 'coming').length;
    if (coming > 0) await delay(100);
  }
  isDone = true;
  await health;
  console.log(
    `${HAND_INS} hand-ins at once: taken in ${handedIn.toFixed(1)} s, all read after ` +
      `${((performance.now() - from) / 1000).toFixed(1)} s (aim 10 s); /healthz never over ${ms(slowest)} (aim ` +
      '100 ms)',
  );
} finally {
  await stopAll();
}
