import { type Assignment, SIGNED_IN_MARK, type TakeView } from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { enrol } from '../src/people/enrol.service.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf, reviewOf } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
let jonah: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines, jonah] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('ines'),
    harness.signIn('jonah'),
  ]);
});
afterAll(() => harness.close());

const NOWHERE = '00000000-0000-4000-8000-000000000000';

test('a signed-out caller gets 401 and a problem document everywhere but at the door', async () => {
  const out = harness.signedOut();
  for (const path of [
    '/api/session',
    `/api/courses/${harness.courseId}`,
    `/api/exercises/${NOWHERE}`,
    `/api/takes/${NOWHERE}`,
    '/api/nowhere',
  ]) {
    const answer = await out
      .get(path)
      .expect(401)
      .expect('content-type', /application\/problem\+json/);
    expect(answer.body).toMatchObject({ type: '/problems/not-signed-in', status: 401 });
  }
  await out.get('/api/demo-accounts').expect(200);
  await out.get('/healthz').expect(200, { status: 'ok' });
});

test("a learner never reads another's draft or take, nor learns that it is there", async () => {
  const theirs = (await courseOf(jonah, harness.courseId)).exercises;
  const takeId = theirs.flatMap((exercise) => exercise.takes)[0]!.id;
  const draftId = theirs.flatMap((exercise) => exercise.drafts)[0]!.id;
  const draft = (await jonah.get(`/api/drafts/${draftId}`).expect(200)).body as {
    version: number;
    work: unknown;
    history: unknown;
  };
  await ines.get(`/api/takes/${takeId}`).expect(404);
  await ines.get(`/api/drafts/${draftId}`).expect(404);
  await ines
    .put(`/api/drafts/${draftId}`)
    .send({ version: draft.version, work: draft.work, history: draft.history })
    .expect(404);
  await ines.post(`/api/drafts/${draftId}/hand-in`).send({ version: draft.version }).expect(404);
  await ines.delete(`/api/drafts/${draftId}`).expect(404);
  const exerciseId = theirs.find((exercise) => exercise.takes.some((take) => take.id === takeId))!.id;
  await ines.post(`/api/exercises/${exerciseId}/drafts`).send({ fromTakeId: takeId }).expect(404);
});

test('an id that is foreign, unknown or not an id is 404', async () => {
  for (const id of [NOWHERE, 'drawer', '1; DROP TABLE people']) {
    for (const kind of ['exercises', 'drafts', 'takes'])
      await ines.get(`/api/${kind}/${encodeURIComponent(id)}`).expect(404);
    await instructor.get(`/api/courses/${encodeURIComponent(id)}/overview`).expect(404);
  }
});

test('what instructors do is refused to a learner of the course', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  const own = (await courseOf(ines, harness.courseId)).exercises.flatMap((exercise) => exercise.takes)[0]!.id;
  await ines.get(`/api/courses/${harness.courseId}/overview`).expect(403);
  await ines.post(`/api/courses/${harness.courseId}/exercises`).send({}).expect(403);
  await ines.get(`/api/exercises/${exerciseId}`).expect(403);
  await ines.post(`/api/exercises/${exerciseId}/publish`).expect(403);
  await ines.put(`/api/takes/${own}/review`).send({ version: 1, grade: 100, summary: '' }).expect(403);
  await ines.post(`/api/takes/${own}/return`).send({ version: 1 }).expect(403);
  await ines.post(`/api/takes/${own}/notes`).send({ frame: 1, text: 'I am great' }).expect(403);
  await ines.post(`/api/takes/${own}/readings`).expect(403);
});

test('an unpublished exercise does not exist for learners', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Oven light');
  await ines.get(`/api/exercises/${exerciseId}/assignment`).expect(404);
  await ines.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(404);
  expect((await courseOf(ines, harness.courseId)).exercises.map((exercise) => exercise.title)).not.toContain(
    'Oven light',
  );
});

test('a withdrawn exercise is gone for learners, with their work in it kept until it is published again', async () => {
  const course = await courseOf(ines, harness.courseId);
  const { id, drafts } = course.exercises.find((exercise) => exercise.drafts.length > 0)!;
  await ines.post(`/api/exercises/${id}/withdraw`).expect(403);
  await instructor.post(`/api/exercises/${id}/withdraw`).expect(204);
  expect((await courseOf(ines, harness.courseId)).exercises.map((exercise) => exercise.id)).not.toContain(id);
  const refused = await ines.get(`/api/drafts/${drafts[0]!.id}`).expect(404);
  expect(refused.body.detail).toBe('The instructor has taken this exercise back for now. What you made is kept.');
  await jonah.get(`/api/drafts/${drafts[0]!.id}`).expect(404, /There is no such draft/);
  await instructor.post(`/api/exercises/${id}/publish`).expect(204);
  await ines.get(`/api/drafts/${drafts[0]!.id}`).expect(200);
});

test('a hidden model motion is in nothing a learner can fetch, before and after the review', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Honey thread');
  const assignment = (await ines.get(`/api/exercises/${exerciseId}/assignment`).expect(200)).body as Assignment;
  expect(assignment.model).toBeNull();
  expect(
    assignment.start.subjects.flatMap((subject) => subject.channels).every((channel) => channel.keys.length === 0),
  ).toBe(true);
  const takeId = assignment.takes[0]!.id;
  const before = (await ines.get(`/api/takes/${takeId}`).expect(200)).body as TakeView;
  expect([before.target, before.reading, await reviewOf(ines, takeId)]).toEqual([null, null, null]);
  await jonah.get(`/api/takes/${takeId}/review`).expect(404);
  await instructor.put(`/api/takes/${takeId}/review`).send({ version: 1, grade: 60, summary: 'Slower.' }).expect(200);
  await instructor.post(`/api/takes/${takeId}/return`).send({ version: 2 }).expect(200);
  const after = (await ines.get(`/api/takes/${takeId}`).expect(200)).body as TakeView;
  expect(after.target).toBeNull();
  expect(after.reading!.findings.length).toBeGreaterThan(0);
  expect(after.reading!.tracks).toEqual([]);
  expect((await instructor.get(`/api/takes/${takeId}`).expect(200)).body.target).not.toBeNull();
});

test('a model shown after the first take is there once there is one', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Pancake toss');
  expect((await ines.get(`/api/exercises/${exerciseId}/assignment`)).body.model).not.toBeNull();
  expect((await jonah.get(`/api/exercises/${exerciseId}/assignment`)).body.model).toBeNull();
});

test('the instructor sees that there is a draft, and no way to read it', async () => {
  const overview = await overviewOf(instructor, harness.courseId);
  expect(overview.learners).toHaveLength(6);
  expect(overview.standings.filter((standing) => standing.hasDraft).length).toBeGreaterThanOrEqual(3);
  const draftId = (await courseOf(jonah, harness.courseId)).exercises.flatMap((exercise) => exercise.drafts)[0]!.id;
  await instructor.get(`/api/drafts/${draftId}`).expect(404);
});

test('a write from another site is refused, and so is a body that is not JSON', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  await instructor.post(`/api/exercises/${exerciseId}/publish`).set('Sec-Fetch-Site', 'cross-site').expect(403);
  await harness.signedOut().post('/api/session').type('form').send('email=a@b.example&password=x').expect(400);
  const broken = await harness.signedOut().post('/api/session').type('json').send('{"email":').expect(400);
  expect(broken.body).toMatchObject({ type: '/problems/invalid-request' });
});

test('wrong credentials say nothing about which is wrong', async () => {
  const out = harness.signedOut();
  const unknown = await out.post('/api/session').send({ email: 'nobody@kitchen.example', password: 'x' }).expect(401);
  const wrong = await out
    .post('/api/session')
    .send({ email: 'wout.hendriks@kitchen.example', password: 'x' })
    .expect(401);
  expect(unknown.body).toEqual(wrong.body);
});

test('plans belong to the course: its people see them, their author and the instructor remove them', async () => {
  const address = `/api/courses/${harness.courseId}/plans`;
  const { id } = (await ines.post(address).send({ title: 'Four counts', query: 'tool=counts&bpm=90' }).expect(201))
    .body as { id: string };
  expect((await jonah.get(address).expect(200)).body).toMatchObject([
    { id, title: 'Four counts', query: 'tool=counts&bpm=90', authorName: 'Ines Calado', mayRemove: false },
  ]);
  await jonah.delete(`/api/plans/${id}`).expect(403);
  await ines.post(address).send({ title: ' ', query: '' }).expect(400);
  await ines.post(`/api/courses/${NOWHERE}/plans`).send({ title: 'x', query: '' }).expect(404);
  await harness.signedOut().get(address).expect(401);
  await instructor.delete(`/api/plans/${id}`).expect(204);
  await ines.delete(`/api/plans/${id}`).expect(404);
  expect((await ines.get(address).expect(200)).body).toEqual([]);
});

test('the palette of eases: anyone adds to it, no ease is refused, author and instructor take out', async () => {
  const address = `/api/courses/${harness.courseId}/eases`;
  const listed = async (): Promise<{ name: string }[]> =>
    (await jonah.get(address).expect(200)).body as { name: string }[];
  const before = await listed();
  const { id } = (
    await ines.post(address).send({ name: 'Whisk: quick start', css: 'cubic-bezier(0.1, 0.6, 0.4, 1)' }).expect(201)
  ).body as { id: string };
  expect(await listed()).toContainEqual({
    id,
    name: 'Whisk: quick start',
    css: 'cubic-bezier(0.1, 0.6, 0.4, 1)',
    authorName: 'Ines Calado',
    mayRemove: false,
  });
  const refused = await ines
    .post(address)
    .send({ name: 'Back in time', css: 'cubic-bezier(1.5, 0, 0.4, 1)' })
    .expect(400);
  expect(JSON.stringify(refused.body)).toContain('from 0 to 1');
  await jonah.delete(`/api/eases/${id}`).expect(403);
  await instructor.delete(`/api/eases/${id}`).expect(204);
  await ines.delete(`/api/eases/${id}`).expect(404);
  expect(await listed()).toEqual(before);
});

test('signing out ends the session on the server', async () => {
  const leif = await harness.signIn('leif');
  await leif.get('/api/session').expect(200);
  await leif.delete('/api/session').expect(204);
  await leif.get('/api/session').expect(401);
});

test('answers carry security headers, and sessions a cookie that scripts cannot read', async () => {
  const out = harness.signedOut();
  const answer = await out.get('/healthz');
  expect(answer.headers['content-security-policy']).toContain("default-src 'self'");
  expect(answer.headers['x-content-type-options']).toBe('nosniff');
  const signIn = await out
    .post('/api/session')
    .send({ email: 'sena.aydin@kitchen.example', password: 'after-closing-time' })
    .expect(200);
  const cookies = signIn.headers['set-cookie'] as unknown as string[];
  expect(cookies.filter((cookie) => !/HttpOnly/.test(cookie)).map((cookie) => cookie.split(';')[0])).toEqual([
    `${SIGNED_IN_MARK}=1`,
  ]);
  expect(cookies.every((cookie) => /SameSite=Lax/.test(cookie))).toBe(true);
});

test('without demo data the sign-in page offers no accounts; those enrolled by the installation come in', async () => {
  const bare = await createHarness({ demo: false });
  try {
    const answer = await bare.signedOut().get('/api/demo-accounts').expect(200);
    expect(answer.body).toEqual({ accounts: [], password: null });
    const baker = {
      name: 'Tove Bakke',
      email: 'tove.bakke@kitchen.example',
      role: 'learner',
      course: 'Bread in Motion',
    } as const;
    const made = await enrol(bare.sequelize, baker);
    expect(made).toMatchObject({ madeCourse: true, madePassword: expect.stringMatching(/^.{12}$/) as string });
    expect(await enrol(bare.sequelize, { ...baker, role: 'instructor', password: 'another one' })).toEqual({
      madeCourse: false,
      madePassword: null,
    });
    const signIn = await bare
      .signedOut()
      .post('/api/session')
      .send({ email: baker.email, password: made.madePassword })
      .expect(200);
    expect(signIn.body).toMatchObject({
      person: { name: 'Tove Bakke' },
      courses: [{ title: 'Bread in Motion', role: 'instructor' }],
    });
  } finally {
    await bare.close();
  }
});
