import { performance } from 'node:perf_hooks';
import { setTimeout as delay } from 'node:timers/promises';
import { benchClient, percentile } from './bench-client.mjs';
import { ensureBuilt, ensureModules, ensurePackages } from './prepare.mjs';
import { stopAll, throwawayApplication } from './throwaway.mjs';

/**
 * A class of sixty in one session: from what the instructor does until it is on the learners' side, beside a bare
 * exchange of times over the same sockets. What counts is the ratio; milliseconds swing with the machine.
 */
const LEARNERS = 60;
const A_SECOND = 20;
const SECONDS = Number(process.env.BENCH_SECONDS ?? 10);
const AIM_MS = 100;

await ensurePackages(['mariadb']);
await ensureModules();
await ensureBuilt();
const { io } = await import('socket.io-client');

const address = await throwawayApplication();

const { call, signIn } = benchClient(address);

async function connect(cookie, code) {
  const socket = io(address, {
    path: '/api/live',
    transports: ['websocket'],
    forceNew: true,
    extraHeaders: { cookie },
  });
  await new Promise((resolve, reject) => {
    socket.on('connect', resolve);
    socket.on('connect_error', reject);
  });
  const entered = await socket.emitWithAck('enter', { code });
  if (!entered.ok) throw new Error(entered.problem);
  return socket;
}

try {
  const { data: demo } = await call(null, 'GET', '/api/demo-accounts');
  const cookieOf = ({ email }) => signIn(email, demo.password);
  const instructor = await cookieOf(demo.accounts.find(({ role }) => role === 'instructor'));
  const cookies = [];
  for (const account of demo.accounts) if (account.role === 'learner') cookies.push(await cookieOf(account));
  const { data: session } = await call(instructor, 'GET', '/api/session');
  const lessonsPath = `/api/courses/${session.courses[0].id}`;
  const { data: lessons } = await call(instructor, 'GET', `${lessonsPath}/lessons`);
  const { data: lesson } = await call(instructor, 'GET', `/api/lessons/${lessons[2].id}`);
  const { data: opened } = await call(
    instructor,
    'POST',
    `${lessonsPath}/class-sessions`,
    { lessonId: lesson.id },
    201,
  );
  const lead = await connect(instructor, opened.code);
  const learners = [];
  for (let i = 0; i < LEARNERS; i++) learners.push(await connect(cookies[i % cookies.length], opened.code));
  const [board] = lesson.lesson.boards;
  await lead.emitWithAck('board', { board });

  const sentAt = new Map();
  const times = [];
  for (const learner of learners)
    learner.on('view', ({ version }) => times.push(performance.now() - sentAt.get(version)));
  const exchanges = [];
  const play = { direction: 0, frame: 1, atMs: 0, speed: 100, way: 'loop' };
  for (let version = 1; version <= A_SECOND * SECONDS; version++) {
    sentAt.set(version, performance.now());
    const view = { version, boardId: board.id, covered: false, alone: null, laid: 'rows', trails: true, variants: {} };
    lead.emit('view', { view: { ...view, play: { ...play, frame: version } }, sure: true });
    await delay(1000 / A_SECOND / 2);
    const from = performance.now();
    await learners[version % LEARNERS].emitWithAck('time', {});
    exchanges.push(performance.now() - from);
    await delay(1000 / A_SECOND / 2);
  }
  await delay(500);
  const asked = A_SECOND * SECONDS * LEARNERS;
  const [p50, p95, own] = [percentile(times, 0.5), percentile(times, 0.95), percentile(exchanges, 0.5)];
  console.log(
    `a class of ${LEARNERS}, ${A_SECOND} actions a second: ${times.length} of ${asked} came, median ` +
      `${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms (aim under ${AIM_MS} ms), ` +
      `${(p95 / own).toFixed(1)} times a bare exchange of times (${own.toFixed(1)} ms)`,
  );
  for (const socket of [lead, ...learners]) socket.disconnect();
} finally {
  await stopAll();
}
