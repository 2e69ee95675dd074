import type {
  Deed,
  InstallationCourse,
  InstallationPeople,
  InstallationState,
  Outbox,
  PasswordLink,
  SignedIn,
} from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { DEMO_PASSWORD } from '../src/demo/demo-people.ts';
import { PasswordLinkModel } from '../src/people/password-link.model.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
/** The demo's instructor runs the installation, too. */
let marta: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [marta, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

const idOf = async (who: Agent): Promise<string> => ((await who.get('/api/session')).body as SignedIn).person.id;
const signIn = (email: string, password: string, status: number) =>
  harness.signedOut().post('/api/session').send({ email, password }).expect(status);

test('how the installation is: its courses, people, what waits; people are found by name or e-mail', async () => {
  const state = (await marta.get('/api/installation').expect(200)).body as InstallationState;
  expect(state).toMatchObject({ people: 7, courses: 1, readings: { waiting: 0, underWay: 0, notRead: 0 } });
  expect(state.takes).toBeGreaterThan(10);
  expect(state.database.megabytes).toBeGreaterThan(1);
  const [course] = (await marta.get('/api/installation/courses').expect(200)).body as InstallationCourse[];
  expect(course).toMatchObject({
    title: 'Kitchen in Motion',
    instructors: ['Marta Olesen'],
    learners: 6,
    takes: state.takes,
  });
  const found = async (q: string): Promise<string[]> =>
    ((await marta.get('/api/installation/people').query({ q })).body as InstallationPeople).people.map(
      ({ name }) => name,
    );
  expect(await found('')).toHaveLength(7);
  expect(await found('CALADO')).toEqual(['Ines Calado']);
  expect(await found('wout.hendriks@')).toEqual(['Wout Hendriks']);
  expect(await found('%')).toEqual([]);
  expect(await found("' OR 1=1 --")).toEqual([]);
});

test('administrators are made and ended, one stays, and it is written down who did it', async () => {
  const [own, other] = [await idOf(marta), await idOf(ines)];
  const make = (who: Agent, id: string, isAdministrator: unknown) =>
    who.put(`/api/installation/people/${id}/administrator`).send({ isAdministrator });
  await make(ines, other, true).expect(403);
  await make(marta, own, false).expect(409);
  await make(marta, other, 'yes').expect(400);
  await make(marta, 'nobody', true).expect(404);
  await make(marta, other, true).expect(204);
  expect(((await ines.get('/api/session')).body as SignedIn).isAdministrator).toBe(true);
  const ended = await Promise.all([make(marta, other, false), make(ines, own, false)]);
  // Each ends the other at once: one of them stays.
  expect(ended.map(({ status }) => status).sort()).not.toEqual([204, 204]);
  await harness.sequelize.query('UPDATE people SET isAdministrator = (id = :own)', { replacements: { own } });
  const done = (await marta.get('/api/installation/deeds').expect(200)).body as Deed[];
  expect(done.map(({ who, says }) => `${who}: ${says}`)).toContain(
    'Marta Olesen: Made Ines Calado (ines.calado@kitchen.example) an administrator.',
  );
});

test('a forgotten password: a link comes by mail, gives a new one once, and ends all sessions', async () => {
  const email = 'jonah.whitby@kitchen.example';
  const before = await harness.signIn('jonah');
  const out = harness.signedOut();
  await out.post('/api/forgotten').send({ email: 'nobody@kitchen.example' }).expect(204);
  await out.post('/api/forgotten').send({ email: 'nobody' }).expect(400);
  for (let i = 0; i < 5; i++) await out.post('/api/forgotten').send({ email }).expect(204);
  const { messages } = (await marta.get('/api/installation/outbox').expect(200)).body as Outbox;
  const asked = messages.filter(({ kind }) => kind === 'password');
  // Not more than three within an hour.
  expect(asked).toHaveLength(3);
  const codes = asked.map(({ text }) => /new-password\/(\S+)/.exec(text)![1]!);
  expect((await out.get(`/api/password-links/${codes[0]}`).expect(200)).body).toEqual({ name: 'Jonah Whitby' });
  await out.get('/api/password-links/guessed').expect(404);
  const use = (code: string, password: unknown) => out.put(`/api/password-links/${code}`).send({ password });
  await use(codes[0]!, 'short').expect(400);
  await use('guessed', 'a-long-password').expect(404);
  const tries = await Promise.all([use(codes[0]!, 'a-long-password'), use(codes[0]!, 'a-long-passwort')]);
  expect(tries.map(({ status }) => status).sort()).toEqual([204, 404]);
  await use(codes[1]!, 'another-long-one').expect(404);
  await before.get('/api/session').expect(401);
  await signIn(email, DEMO_PASSWORD, 401);
  await signIn(email, tries[0].status === 204 ? 'a-long-password' : 'a-long-passwort', 200);
});

test('instructors give a learner of theirs a link to a new password, nobody who opens more; it ends', async () => {
  const leif = await harness.signIn('leif');
  const [own, other] = [await idOf(marta), await idOf(leif)];
  const people = `/api/courses/${harness.courseId}/people`;
  await ines.post(`${people}/${other}/password-link`).expect(403);
  await marta.post(`${people}/${own}/password-link`).expect(403);
  await marta.post(`${people}/nobody/password-link`).expect(404);
  const { code } = (await marta.post(`${people}/${other}/password-link`).expect(201)).body as PasswordLink;
  await PasswordLinkModel.update({ endsAt: new Date(Date.now() - 1) }, { where: { personId: other } });
  await harness.signedOut().put(`/api/password-links/${code}`).send({ password: 'a-long-password' }).expect(404);
  // They are told of it, in any case.
  const { messages } = (await marta.get('/api/installation/outbox')).body as Outbox;
  expect(messages[0]).toMatchObject({ kind: 'password', to: 'Leif Arnesen <leif.arnesen@kitchen.example>' });
  expect(messages[0]!.text).toContain('Marta Olesen made a link to a new password for your account.');
  expect(messages[0]!.text).not.toContain(code);
  // By who runs the installation for anybody, which is written down.
  const anew = await marta.post(`/api/installation/people/${other}/password-link`).expect(201);
  const to = harness.signedOut();
  await to
    .put(`/api/password-links/${(anew.body as PasswordLink).code}`)
    .send({ password: 'a-long-password' })
    .expect(204);
  expect(await idOf(to)).toBe(other);
  await marta.delete(`/api/installation/people/${other}/sessions`).expect(204);
  await to.get('/api/session').expect(401);
  const [first, second] = (await marta.get('/api/installation/deeds')).body as Deed[];
  expect([first!.says, second!.says]).toEqual([
    'Signed Leif Arnesen (leif.arnesen@kitchen.example) out everywhere.',
    'Made a link to a new password for Leif Arnesen (leif.arnesen@kitchen.example).',
  ]);
});

test('who changes their password themselves ends the links to another', async () => {
  const sena = await harness.signIn('sena');
  const made = await marta
    .post(`/api/courses/${harness.courseId}/people/${await idOf(sena)}/password-link`)
    .expect(201);
  await sena.put('/api/session/password').send({ old: DEMO_PASSWORD, password: 'a-long-password' }).expect(204);
  const path = `/api/password-links/${(made.body as PasswordLink).code}`;
  await harness.signedOut().put(path).send({ password: 'another-long-one' }).expect(404);
});

test('of all this nothing is there for anyone else', async () => {
  const other = await idOf(ines);
  for (const path of ['', '/courses', '/people', '/outbox', '/deeds']) {
    await ines.get(`/api/installation${path}`).expect(403);
    await harness.signedOut().get(`/api/installation${path}`).expect(401);
  }
  await ines.post(`/api/installation/people/${other}/password-link`).expect(403);
  await ines.delete(`/api/installation/people/${other}/sessions`).expect(403);
});

test('metrics count requests by route and say what waits; they name nobody and no work of anybody’s', async () => {
  const { id } = ((await marta.get('/api/session')).body as SignedIn).courses[0]!;
  const answer = await marta.get(`/api/courses/${id}/overview`).expect(200);
  expect(answer.headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
  await harness.signedOut().get(`/api/courses/${id}/overview`).expect(401);
  await marta.get('/api/nowhere').expect(404);
  const text = await harness.metrics();
  const route = 'route="/api/courses/:courseId/overview",method="GET"';
  expect(text).toContain(`undulan_request_seconds_count{${route},status="200"}`);
  expect(text).toMatch(/undulan_request_seconds_count\{route="none",method="GET",status="404"\} \d+/);
  expect(text).toMatch(/undulan_readings\{state="waiting"\} 0/);
  expect(text).toMatch(/undulan_messages_waiting \d+/);
  expect(text).toMatch(/process_cpu_seconds_total [\d.]+/);
  expect(text).not.toContain(id);
  expect(text).not.toMatch(/Olesen|Calado|@/);
});
