import type { CoursePeople, Created, Invitation, SignedIn } from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf } from './harness.ts';

/** Who asks: each of a course's roles, an instructor of another course, and nobody. */
type Who = 'instructor' | 'marker' | 'learner' | 'stranger' | 'nobody';
type Method = 'get' | 'post' | 'put' | 'delete';

let harness: Harness;
let callers: Record<Who, Agent>;
let ids: Record<string, string>;
let arrangement: object;

beforeAll(async () => {
  harness = await createHarness();
  const [instructor, marker, learner] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('sena'),
    harness.signIn('ines'),
  ]);
  const { courseId } = harness;
  const { people } = (await instructor.get(`/api/courses/${courseId}/people`)).body as CoursePeople;
  const idOf = (name: string): string => people.find((person) => person.name === name)!.id;
  await instructor
    .put(`/api/courses/${courseId}/people/${idOf('Sena Aydin')}`)
    .send({ role: 'marker' })
    .expect(204);
  // A course of its own, for who instructs elsewhere.
  const elsewhere = (await instructor.post('/api/courses').send({ title: 'Elsewhere' }).expect(201)).body as Created;
  const invited = await instructor
    .post(`/api/courses/${elsewhere.id}/invitations`)
    .send({ role: 'instructor', places: 1, days: 1 });
  const stranger = harness.signedOut();
  await stranger
    .post(`/api/invitations/${(invited.body as Invitation).code}/accounts`)
    .send({ name: 'Dario Lund', email: 'dario@kitchen.example', password: 'a-long-password' })
    .expect(201);
  callers = { instructor, marker, learner, stranger, nobody: harness.signedOut() };
  const exercises = (await courseOf(learner, courseId)).exercises;
  ids = {
    course: courseId,
    exercise: await exerciseIdOf(instructor, courseId, 'Drawer slide'),
    unopened: await exerciseIdOf(instructor, courseId, 'Oven light'),
    take: exercises.flatMap(({ takes }) => takes).find(({ state }) => state === 'returned')!.id,
    member: idOf('Wout Hendriks'),
    none: '00000000-0000-4000-8000-000000000000',
  };
  arrangement = { loose: (await overviewOf(instructor, courseId)).exercises.map(({ id }) => id), units: [] };
});
afterAll(() => harness.close());

const RATE = { rate: { num: 24, den: 1 }, tolerances: { keyFrames: 1, spacingPercent: 5 } };
const ROSTER = { people: [{ name: 'Mei', email: 'mei@kitchen.example' }], role: 'learner', days: 1 };

/**
 * Every call that came with courses and people, and what each role is answered; who is in no course and who is not
 * signed in are answered the same everywhere.
 */
const MATRIX: [Method, string, object | undefined, { instructor: number; marker: number; learner: number }][] = [
  ['get', '/courses/:course/overview', undefined, { instructor: 200, marker: 200, learner: 403 }],
  ['get', '/courses/:course/waiting', undefined, { instructor: 200, marker: 200, learner: 403 }],
  ['get', '/courses/:course/ledger', undefined, { instructor: 200, marker: 200, learner: 403 }],
  ['get', '/courses/:course/ledger/drills', undefined, { instructor: 200, marker: 200, learner: 403 }],
  ['get', '/courses/:course/activity', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['put', '/courses/:course/looked', {}, { instructor: 204, marker: 204, learner: 204 }],
  ['get', '/courses/:course', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['get', '/courses/:course/lessons', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['get', '/exercises/:exercise/picture', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['get', '/exercises/:unopened/picture', undefined, { instructor: 200, marker: 200, learner: 404 }],
  ['get', '/takes/:take', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['get', '/takes/:take/review', undefined, { instructor: 200, marker: 200, learner: 200 }],
  ['get', '/exercises/:exercise', undefined, { instructor: 200, marker: 403, learner: 403 }],
  ['get', '/exercises/:unopened/trial', undefined, { instructor: 200, marker: 403, learner: 404 }],
  ['get', '/exercises/:exercise/assignment', undefined, { instructor: 403, marker: 403, learner: 200 }],
  ['post', '/exercises/:exercise/drafts', {}, { instructor: 403, marker: 403, learner: 201 }],
  ['get', '/courses/:course/people', undefined, { instructor: 200, marker: 403, learner: 403 }],
  ['get', '/courses/:course/put-away', undefined, { instructor: 200, marker: 403, learner: 403 }],
  ['put', '/courses/:course', { title: 'Kitchen in Motion' }, { instructor: 204, marker: 403, learner: 403 }],
  ['put', '/courses/:course/defaults', RATE, { instructor: 204, marker: 403, learner: 403 }],
  ['put', '/courses/:course/people/:member', { role: 'learner' }, { instructor: 204, marker: 403, learner: 403 }],
  ['post', '/courses/:course/people/:member/password-link', {}, { instructor: 201, marker: 403, learner: 403 }],
  [
    'post',
    '/courses/:course/invitations',
    { role: 'learner', places: 1, days: 1 },
    { instructor: 201, marker: 403, learner: 403 },
  ],
  ['delete', '/courses/:course/invitations/:none', undefined, { instructor: 404, marker: 403, learner: 403 }],
  ['post', '/courses/:course/roster', ROSTER, { instructor: 201, marker: 403, learner: 403 }],
  ['post', '/courses/:course/exercises', {}, { instructor: 201, marker: 403, learner: 403 }],
  [
    'post',
    '/courses/:course/copy',
    { title: 'A copy', withPeople: false },
    { instructor: 201, marker: 403, learner: 403 },
  ],
  ['post', '/exercises/:exercise/archive', {}, { instructor: 204, marker: 403, learner: 403 }],
  ['delete', '/exercises/:exercise/archive', undefined, { instructor: 204, marker: 403, learner: 404 }],
  ['post', '/exercises/:exercise/publish', {}, { instructor: 204, marker: 403, learner: 403 }],
  ['delete', '/exercises/:exercise', undefined, { instructor: 409, marker: 403, learner: 403 }],
  ['post', '/courses/:course/archive', {}, { instructor: 204, marker: 403, learner: 403 }],
  ['delete', '/courses/:course/archive', undefined, { instructor: 204, marker: 403, learner: 403 }],
];

test('every call is answered by the role of who asks, and others learn of nothing', async () => {
  const asked = async (who: Who, method: Method, path: string, body: object | undefined): Promise<number> => {
    const call = callers[who][method](`/api${path.replace(/:(\w+)/g, (_, name: string) => ids[name]!)}`);
    return (await (body ? call.send(body) : call)).status;
  };
  const all = [
    ...MATRIX,
    [
      'put',
      '/courses/:course/arrangement',
      arrangement,
      { instructor: 204, marker: 403, learner: 403 },
    ] as (typeof MATRIX)[number],
  ];
  for (const [method, path, body, expected] of all) {
    // The instructor last: it is them who change something.
    const answered = {
      nobody: await asked('nobody', method, path, body),
      stranger: await asked('stranger', method, path, body),
      learner: await asked('learner', method, path, body),
      marker: await asked('marker', method, path, body),
      instructor: await asked('instructor', method, path, body),
    };
    expect({ [`${method} ${path}`]: answered }).toEqual({
      [`${method} ${path}`]: { nobody: 401, stranger: 404, ...expected },
    });
  }
});

test('a marker reviews and returns a take as an instructor does, and hears of what is handed in', async () => {
  const { marker, learner, instructor } = callers;
  const { exercises } = await courseOf(learner, harness.courseId);
  const take = exercises.flatMap(({ takes }) => takes).find(({ state }) => state === 'handed-in')!;
  const view = await marker.get(`/api/takes/${take.id}`).expect(200);
  expect(view.body).toMatchObject({ role: 'instructor' });
  await marker.post(`/api/takes/${take.id}/notes`).send({ frame: 2, text: 'Softer.' }).expect(201);
  const { version } = (await marker.get(`/api/takes/${take.id}/review`)).body as { version: number };
  await marker.put(`/api/takes/${take.id}/review`).send({ version, grade: 66, summary: 'Go on.' }).expect(200);
  await marker
    .post(`/api/takes/${take.id}/return`)
    .send({ version: version + 1 })
    .expect(200);
  const returned = (await courseOf(learner, harness.courseId)).exercises.flatMap(({ takes }) => takes);
  expect(returned.find(({ id }) => id === take.id)).toMatchObject({ state: 'returned', grade: 66 });
  // The one who marks is no learner: they stand in no row, and their account opens more than a learner's.
  expect(JSON.stringify((await overviewOf(instructor, harness.courseId)).learners)).not.toContain('Sena');
  const { person } = (await marker.get('/api/session')).body as SignedIn;
  await instructor.post(`/api/courses/${harness.courseId}/people/${person.id}/password-link`).expect(403);
});

test('of their own take a marker is the learner still: nobody reviews it themselves', async () => {
  const { marker, instructor } = callers;
  const { standings } = await overviewOf(instructor, harness.courseId);
  const { person } = (await marker.get('/api/session')).body as SignedIn;
  const own = standings.find(({ learnerId, takes }) => learnerId === person.id && takes.length > 0)!.takes[0]!;
  expect((await marker.get(`/api/takes/${own.id}`).expect(200)).body).toMatchObject({ role: 'learner' });
  await marker.put(`/api/takes/${own.id}/review`).send({ version: 1, grade: 100, summary: '' }).expect(403);
  await marker.post(`/api/takes/${own.id}/notes`).send({ frame: 1, text: 'I am great' }).expect(403);
});

test('roles are changed by instructors, and one instructor stays', async () => {
  const { instructor, learner } = callers;
  const { person } = (await instructor.get('/api/session')).body as SignedIn;
  const change = (id: string, role: unknown) =>
    instructor.put(`/api/courses/${harness.courseId}/people/${id}`).send({ role });
  await change(person.id, 'learner').expect(409);
  await change(person.id, 'instructor').expect(204);
  await change(ids['member']!, 'owner').expect(400);
  await change(ids['none']!, 'marker').expect(404);
  await change(ids['member']!, 'marker').expect(204);
  await change(ids['member']!, 'learner').expect(204);
  await learner.put(`/api/courses/${harness.courseId}/people/${person.id}`).send({ role: 'learner' }).expect(403);
});
