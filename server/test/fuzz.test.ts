import fc from 'fast-check';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { anyMotion } from '../../core/testing/hostile-motions.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf } from './harness.ts';

let harness: Harness;
let people: Agent[];
let ids: string[];

beforeAll(async () => {
  harness = await createHarness();
  const instructor = await harness.signIn('instructor');
  const learner = await harness.signIn('ines');
  people = [instructor, learner, harness.signedOut()];
  const { standings, learners } = await overviewOf(instructor, harness.courseId);
  const open = await courseOf(learner, harness.courseId);
  ids = [
    harness.courseId,
    await exerciseIdOf(instructor, harness.courseId, 'Drawer slide'),
    ...open.exercises.flatMap(({ id, drafts, takes }) => [
      id,
      ...drafts.map((draft) => draft.id),
      ...takes.map((take) => take.id),
    ]),
    ...standings.flatMap(({ takes }) => takes.map((take) => take.id)).slice(0, 5),
    learners[0]!.id,
  ];
});
afterAll(() => harness.close());

const ROUTES = [
  'GET /session',
  'PUT /session/shortcuts',
  'PUT /session/password',
  'GET /sessions',
  'DELETE /sessions/:id',
  'POST /session',
  'GET /courses/:id',
  'GET /courses/:id/overview',
  'GET /courses/:id/waiting',
  'GET /courses/:id/plans',
  'POST /courses/:id/plans',
  'DELETE /plans/:id',
  'GET /courses/:id/eases',
  'POST /courses/:id/eases',
  'DELETE /eases/:id',
  'GET /courses/:id/pictures',
  'POST /courses/:id/pictures',
  'GET /pictures/:id',
  'POST /courses/:id/exercises',
  'GET /exercises/:id',
  'PUT /exercises/:id',
  'PATCH /exercises/:id',
  'POST /exercises/:id/publish',
  'GET /exercises/:id/assignment',
  'POST /exercises/:id/drafts',
  'POST /exercises/:id/readings',
  'GET /reading-jobs/:id',
  'POST /reading-jobs/:id/cancel',
  'GET /drafts/:id',
  'PUT /drafts/:id',
  'PATCH /drafts/:id',
  'POST /drafts/:id/hand-in',
  'GET /takes/:id',
  'GET /takes/:id/series',
  'POST /takes/:id/readings',
  'PUT /takes/:id/review',
  'POST /takes/:id/return',
  'POST /takes/:id/notes',
  'PUT /takes/:id/notes/:id',
  'DELETE /takes/:id/notes/:id',
  'POST /takes/:id/notes/:id/replies',
  'PUT /takes/:id/notes/:id/done',
  'GET /phrases',
  'POST /phrases',
  'DELETE /phrases/:id',
];

const text = fc.oneof(
  fc.string({ maxLength: 40 }),
  fc.string({ unit: 'binary', maxLength: 20 }),
  fc.constantFrom(
    '',
    '\u0000',
    '\ud800',
    "' OR 1=1 --",
    '${7*7}',
    '../../etc/passwd',
    'a'.repeat(5000),
    '%00',
    '<script>',
  ),
);
const number = fc.oneof(fc.integer(), fc.double(), fc.constantFrom(0, -1, 1e308, 2 ** 53, -0.5));
const junk = fc.letrec((tie) => ({
  any: fc.oneof(
    { maxDepth: 4 },
    text,
    number,
    fc.boolean(),
    fc.constant(null),
    fc.array(tie('any'), { maxLength: 4 }),
    fc.dictionary(
      fc.oneof(text, fc.constantFrom('__proto__', 'constructor', 'version', 'work', 'motion')),
      tie('any'),
      { maxKeys: 4 },
    ),
  ),
})).any;

/** Bodies that are nearly right, with one part of them junk. */
const nearly = fc.oneof(
  fc.record({
    version: fc.oneof(fc.constantFrom(1, 2, 3), junk),
    work: fc.oneof(fc.record({ motion: anyMotion, details: fc.constant(null) }), junk),
    history: fc.oneof(fc.constant({ first: 0, steps: [], done: 0 }), junk),
  }),
  fc.record({
    version: fc.constantFrom(1, 2, 3),
    changes: fc.array(
      fc.oneof(
        fc.record({
          kind: fc.constantFrom('value', 'keys', 'things', 'items'),
          path: fc.array(
            fc.oneof(fc.constantFrom('motion', 'subjects', 'channels', 'keys', 'range', 'last', 0, 1), text),
            { maxLength: 6 },
          ),
          from: junk,
          to: junk,
          out: fc.array(junk, { maxLength: 2 }),
          in: fc.array(junk, { maxLength: 2 }),
          at: fc.nat(5),
        }),
        junk,
      ),
      { maxLength: 3 },
    ),
    history: fc.oneof(
      fc.record({
        keep: fc.nat(3),
        add: fc.array(fc.record({ name: text, changes: fc.constant([]) }), { maxLength: 2 }),
        done: fc.nat(4),
      }),
      junk,
    ),
  }),
  fc.record({ email: text, password: text }),
  fc.record({ title: text, query: text }),
  fc.record({ name: text, css: text }),
  fc.record({ text }),
  fc.record({ old: text, password: text }),
  fc.record({ version: number, grade: number, summary: text, criteria: junk, decisions: junk }),
  fc.record({ frame: number, lastFrame: number, text, spot: junk, drawing: junk }),
  junk,
);

const request = fc.record({
  route: fc.constantFrom(...ROUTES),
  who: fc.nat(2),
  id: fc.oneof({ weight: 4, arbitrary: fc.nat(40) }, { weight: 1, arbitrary: text }),
  body: nearly,
  query: fc.option(text),
  headers: fc.oneof(
    { weight: 6, arbitrary: fc.constant({}) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(
        { 'content-type': 'text/plain' },
        { 'content-type': 'application/json; charset=utf-7' },
        { 'content-type': 'image/png' },
        { origin: 'http://elsewhere.example' },
        { 'content-encoding': 'br' },
        { 'sec-fetch-site': 'cross-site' },
      ),
    },
  ),
  written: fc.option(text, { freq: 8 }),
});

/** A few hundred; `FUZZ_REQUESTS=20000` for many. Made from a seed: what fails once fails again. */
const COUNT = Number(process.env['FUZZ_REQUESTS'] ?? 400);

test(`${COUNT} requests of junk and of what is nearly right: none is answered as a fault of the server`, async () => {
  const faults: string[] = [];
  for (const { route, who, id, body, query, headers, written } of fc.sample(request, {
    numRuns: COUNT,
    seed: 20261127,
  })) {
    const [method, pattern] = route.split(' ') as [string, string];
    const given = typeof id === 'number' ? ids[id % ids.length]! : encodeURIComponent(id.toWellFormed());
    const asked = query === null ? '' : `?reading=${encodeURIComponent(query.toWellFormed())}`;
    const path = `/api${pattern.replaceAll(':id', given)}${asked}`;
    const agent = people[who]!;
    const call = {
      GET: agent.get(path),
      PUT: agent.put(path),
      POST: agent.post(path),
      PATCH: agent.patch(path),
      DELETE: agent.delete(path),
    }[method as 'GET'];
    const answer = await (method === 'GET'
      ? call
      : call.set({ 'content-type': 'application/json', ...headers }).send(written ?? JSON.stringify(body) ?? 'null'));
    if (answer.status >= 500)
      faults.push(
        `${answer.status} ${method} ${path} ${JSON.stringify(headers)} ` +
          `${(written ?? JSON.stringify(body) ?? '').slice(0, 300)}`,
      );
    if (method !== 'GET' && path === '/api/session' && answer.status === 200) throw new Error('Junk came in.');
  }
  expect(faults).toEqual([]);
}, 600_000);
