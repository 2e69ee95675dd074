import type { Invitation, LearnerCourse, SignedIn, TakeView } from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { DEMO_PASSWORD } from '../src/demo/demo-people.ts';
import { courseOf, createHarness, type Harness } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

const sessionOf = async (who: Agent): Promise<SignedIn> => (await who.get('/api/session').expect(200)).body as SignedIn;
const signIn = (email: string, status: number, password = DEMO_PASSWORD, as = harness.signedOut()) =>
  as.post('/api/session').send({ email, password }).expect(status);

test('a name is changed as it is; another e-mail only by who knows the password, and one that is free', async () => {
  const jonah = await harness.signIn('jonah');
  const own = { name: 'Jonah W. Whitby', email: 'jonah.whitby@kitchen.example' };
  await jonah.put('/api/account').send(own).expect(204);
  expect((await sessionOf(jonah)).person).toMatchObject(own);
  const other = { ...own, email: 'JW@kitchen.example' };
  await jonah.put('/api/account').send(other).expect(422);
  await jonah
    .put('/api/account')
    .send({ ...other, old: 'guessed' })
    .expect(422);
  await jonah
    .put('/api/account')
    .send({ ...other, email: 'ines.calado@kitchen.example', old: DEMO_PASSWORD })
    .expect(409);
  await jonah
    .put('/api/account')
    .send({ ...other, old: DEMO_PASSWORD })
    .expect(204);
  await signIn('jw@kitchen.example', 200);
  await signIn(own.email, 401);
  for (const bad of [{ name: ' ' }, { name: 'x'.repeat(121) }, { email: 'nobody' }, { name: 7 }])
    await jonah
      .put('/api/account')
      .send({ ...own, ...bad })
      .expect(400);
});

interface OwnData {
  account: object;
  drafts: object[];
  takes: { exercise: string; number: number; motion: object; review: { grade: number; notes: object[] } | null }[];
}

test('all of a person comes as a file: their work, what was given back, nothing else, nobody else', async () => {
  const answer = await ines.get('/api/account/data').expect(200);
  expect(answer.headers['content-disposition']).toContain('attachment');
  const { account, drafts, takes } = answer.body as OwnData;
  expect(account).toMatchObject({ name: 'Ines Calado', email: 'ines.calado@kitchen.example' });
  const course = await courseOf(ines, harness.courseId);
  expect(takes).toHaveLength(course.exercises.flatMap((exercise) => exercise.takes).length);
  expect(drafts).toHaveLength(course.exercises.flatMap((exercise) => exercise.drafts).length);
  for (const { review } of takes) if (review) expect(review.grade).not.toBeNull();
  const waiting = course.exercises.flatMap(({ title, takes: own }) =>
    own.filter(({ state }) => state === 'handed-in').map(({ number }) => `${title} ${number}`),
  );
  expect(takes.filter(({ review }) => !review).map(({ exercise, number }) => `${exercise} ${number}`)).toEqual(
    expect.arrayContaining(waiting),
  );
  expect(waiting.length).toBeGreaterThan(0);
  expect(answer.text).not.toMatch(/passwordHash|argon2|Whitby|Raman/);
});

test('someone leaves a course themselves, and nobody else by that', async () => {
  const sena = await harness.signIn('sena');
  const { person } = await sessionOf(sena);
  await ines.delete(`/api/courses/${harness.courseId}/people/${person.id}`).expect(403);
  await sena.delete(`/api/courses/${harness.courseId}/people/${person.id}`).expect(204);
  await sena.get(`/api/courses/${harness.courseId}`).expect(404);
  await sena.delete(`/api/courses/${harness.courseId}/people/${person.id}`).expect(404);
});

test('an account goes with its name; what was handed in stays with the course, as of a former learner', async () => {
  const priya = await harness.signIn('priya');
  const elsewhere = await harness.signIn('priya');
  const { exercises } = (await priya.get(`/api/courses/${harness.courseId}`)).body as LearnerCourse;
  const takeId = exercises.flatMap(({ takes }) => takes)[0]!.id;
  await priya.post('/api/account/leave').send({ password: 'guessed' }).expect(422);
  await priya.post('/api/account/leave').send({}).expect(400);
  await priya.post('/api/account/leave').send({ password: DEMO_PASSWORD }).expect(204);
  await elsewhere.get('/api/session').expect(401);
  await signIn('priya.raman@kitchen.example', 401);
  const { learner } = (await instructor.get(`/api/takes/${takeId}`).expect(200)).body as TakeView;
  expect(learner.name).toBe('A former learner');
  const everything = JSON.stringify([
    (await instructor.get(`/api/courses/${harness.courseId}/overview`)).body,
    (await instructor.get(`/api/courses/${harness.courseId}/people`)).body,
    (await harness.signedOut().get('/api/demo-accounts')).body,
  ]);
  expect(everything).not.toMatch(/Raman|former/);
  // The e-mail is free for an account that has nothing of the former one.
  const invitation = await instructor
    .post(`/api/courses/${harness.courseId}/invitations`)
    .send({ role: 'learner', places: 1, days: 1 });
  const anew = harness.signedOut();
  await anew
    .post(`/api/invitations/${(invitation.body as Invitation).code}/accounts`)
    .send({ name: 'Priya Raman', email: 'priya.raman@kitchen.example', password: 'another-long-one' })
    .expect(201);
  expect((await courseOf(anew, harness.courseId)).exercises.flatMap(({ takes }) => takes)).toEqual([]);
});

test('the only instructor of others does not go; once there is another they do', async () => {
  const refused = await instructor.post('/api/account/leave').send({ password: DEMO_PASSWORD }).expect(409);
  expect(refused.text).toContain('Kitchen in Motion');
  const invitation = await instructor
    .post(`/api/courses/${harness.courseId}/invitations`)
    .send({ role: 'instructor', places: 1, days: 1 });
  const dario = harness.signedOut();
  await dario
    .post(`/api/invitations/${(invitation.body as Invitation).code}/accounts`)
    .send({ name: 'Dario Lund', email: 'dario@kitchen.example', password: 'another-long-one' })
    .expect(201);
  // Who alone runs the installation does not go either.
  const last = await instructor.post('/api/account/leave').send({ password: DEMO_PASSWORD }).expect(409);
  expect(last.text).toContain('make another administrator first');
  const { person } = await sessionOf(dario);
  await instructor
    .put(`/api/installation/people/${person.id}/administrator`)
    .send({ isAdministrator: true })
    .expect(204);
  await instructor.post('/api/account/leave').send({ password: DEMO_PASSWORD }).expect(204);
  await instructor.get('/api/session').expect(401);
});
