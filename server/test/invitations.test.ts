import {
  CoursePeople,
  type Created,
  type Invitation,
  InvitedTo,
  Ledger,
  LeftCourse,
  type Outbox,
  Review,
  type SignedIn,
  TakeView,
} from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { InvitationModel } from '../src/invitations/invitation.model.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
/** A course with nobody but its instructor. */
let courseId: string;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
  courseId = ((await instructor.post('/api/courses').send({ title: ' Second sitting ' }).expect(201)).body as Created)
    .id;
});
afterAll(() => harness.close());

const peopleNow = async (): Promise<CoursePeople> =>
  CoursePeople.parse((await instructor.get(`/api/courses/${courseId}/people`).expect(200)).body);
const invite = async (of: object = {}): Promise<Invitation> =>
  (
    await instructor
      .post(`/api/courses/${courseId}/invitations`)
      .send({ role: 'learner', places: 2, days: 14, ...of })
      .expect(201)
  ).body as Invitation;
const account = (name: string) => ({
  name,
  email: `${name.toLowerCase()}@kitchen.example`,
  password: 'a-long-password',
});
const joinAnew = (code: string, who: object, status: number, from = harness.signedOut()) =>
  from.post(`/api/invitations/${code}/accounts`).send(who).expect(status);

test('whoever instructs a course begins another, and gives it another name', async () => {
  expect(await peopleNow()).toMatchObject({
    title: 'Second sitting',
    people: [{ role: 'instructor' }],
    invitations: [],
  });
  await instructor.put(`/api/courses/${courseId}`).send({ title: 'Third sitting' }).expect(204);
  expect((await peopleNow()).title).toBe('Third sitting');
  for (const title of ['', '  ', 'x'.repeat(121), 7, null])
    await instructor.put(`/api/courses/${courseId}`).send({ title }).expect(400);
  await ines.post('/api/courses').send({ title: 'Mine' }).expect(403);
  await ines.put(`/api/courses/${courseId}`).send({ title: 'Mine' }).expect(404);
  await ines.put(`/api/courses/${harness.courseId}`).send({ title: 'Mine' }).expect(403);
});

test('a link says where it leads; with an account one joins by it once, without one an account is made', async () => {
  const { code } = await invite();
  const told = await harness.signedOut().get(`/api/invitations/${code}`).expect(200);
  expect(InvitedTo.parse(told.body)).toEqual({
    courseTitle: 'Third sitting',
    role: 'learner',
    invitedBy: 'Marta Olesen',
    to: null,
  });
  for (let i = 0; i < 2; i++) await ines.post(`/api/invitations/${code}/join`).expect(200, { courseId });
  const dario = harness.signedOut();
  await joinAnew(code, account('Dario'), 201, dario);
  const { person, courses } = (await dario.get('/api/session').expect(200)).body as SignedIn;
  expect(person).toMatchObject({ name: 'Dario', email: 'dario@kitchen.example' });
  expect(courses).toMatchObject([{ id: courseId, role: 'learner' }]);
  await dario.get(`/api/courses/${courseId}/people`).expect(403);
  const { people, invitations } = await peopleNow();
  expect(people.map(({ name, role }) => [name, role])).toEqual([
    ['Marta Olesen', 'instructor'],
    ['Dario', 'learner'],
    ['Ines Calado', 'learner'],
  ]);
  expect(invitations).toMatchObject([{ places: 2, used: 2 }]);
  // Full, it leads nowhere; who is in already is sent on.
  await harness.signedOut().get(`/api/invitations/${code}`).expect(404);
  await joinAnew(code, account('Mei'), 404);
  await dario.post(`/api/invitations/${code}/join`).expect(200);
});

test('of many who follow a link at once no more get in than it has places', async () => {
  const { code } = await invite({ places: 3 });
  const names = ['Ada', 'Bo', 'Cy', 'Di', 'Ed', 'Fay', 'Gus', 'Hal'];
  const answers = await Promise.all(
    names.map((name) => harness.signedOut().post(`/api/invitations/${code}/accounts`).send(account(name))),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 201, 201, 404, 404, 404, 404, 404]);
  const { people, invitations } = await peopleNow();
  expect(people.filter(({ name }) => names.includes(name))).toHaveLength(3);
  expect(invitations.find((own) => own.code === code)).toMatchObject({ used: 3 });
});

test('an account that is there is not made again: it signs in, and follows the link then', async () => {
  const { code } = await invite();
  const answer = await joinAnew(code, { ...account('Ines'), email: 'ines.calado@kitchen.example' }, 409);
  expect(answer.text).toContain('sign in with it');
  for (const bad of [
    { password: 'short' },
    { email: 'nobody' },
    { name: ' ' },
    { name: 'x'.repeat(121) },
    { email: 7 },
  ])
    await joinAnew(code, { ...account('Oona'), ...bad }, 400);
  expect((await peopleNow()).invitations.find((own) => own.code === code)).toMatchObject({ used: 0 });
});

test('an invitation ends by its day or by hand; another instructor comes in by one, a stranger sees none', async () => {
  const [late, ended, second] = [await invite(), await invite(), await invite({ role: 'instructor', places: 1 })];
  await InvitationModel.update({ endsAt: new Date(Date.now() - 1) }, { where: { id: late.id } });
  await ines.delete(`/api/courses/${courseId}/invitations/${ended.id}`).expect(403);
  await instructor.delete(`/api/courses/${courseId}/invitations/${ended.id}`).expect(204);
  await instructor.delete(`/api/courses/${courseId}/invitations/${ended.id}`).expect(404);
  const leif = await harness.signIn('leif');
  for (const { code } of [late, ended]) {
    await leif.post(`/api/invitations/${code}/join`).expect(404);
    await joinAnew(code, account('Pia'), 404);
  }
  expect((await peopleNow()).invitations.map(({ id }) => id)).not.toContain(late.id);
  await leif.get(`/api/courses/${courseId}/people`).expect(404);
  await leif.post(`/api/invitations/${second.code}/join`).expect(200);
  await leif.get(`/api/courses/${courseId}/people`).expect(200);
  // Of another course it cannot be ended.
  await instructor.delete(`/api/courses/${harness.courseId}/invitations/${second.id}`).expect(404);
  for (const bad of [
    { places: 0 },
    { places: 501 },
    { days: 0 },
    { days: 1.5 },
    { role: 'owner' },
    { role: undefined },
  ])
    await instructor
      .post(`/api/courses/${courseId}/invitations`)
      .send({ role: 'learner', places: 1, days: 1, ...bad })
      .expect(400);
  await ines.post(`/api/courses/${courseId}/invitations`).send({ role: 'instructor', places: 1, days: 1 }).expect(403);
  await harness.signedOut().post(`/api/invitations/${second.code}/join`).expect(401);
  await harness.signedOut().get('/api/invitations/%00').expect(404);
});

test('a list of people is invited by name, each once, by a link of their own that is written to them', async () => {
  const roster = (people: object[], of: object = {}) =>
    instructor.post(`/api/courses/${courseId}/roster`).send({ people, role: 'learner', days: 7, ...of });
  const oona = { name: 'Oona Brandt', email: 'oona@kitchen.example' };
  const people = [
    oona,
    { ...oona, email: 'OONA@kitchen.example' },
    { name: 'Ines', email: 'ines.calado@kitchen.example' },
  ];
  // Ines is in the course, Oona stands there twice.
  expect((await roster(people).expect(201)).body).toEqual({ invited: 1, leftOut: 2 });
  expect((await roster([oona]).expect(201)).body).toEqual({ invited: 0, leftOut: 1 });
  const own = (await peopleNow()).invitations.find(({ to }) => to?.email === oona.email)!;
  expect(own).toMatchObject({ to: oona, places: 1, used: 0, role: 'learner' });
  const { messages } = (await instructor.get('/api/installation/outbox').expect(200)).body as Outbox;
  expect(messages[0]).toMatchObject({
    to: 'Oona Brandt <oona@kitchen.example>',
    subject: 'Third sitting: Marta Olesen invites you as a learner',
  });
  expect(messages[0]!.text).toContain(`/join/${own.code}`);
  const told = await harness.signedOut().get(`/api/invitations/${own.code}`).expect(200);
  expect(InvitedTo.parse(told.body).to).toEqual(oona);
  await joinAnew(own.code, { ...oona, password: 'a-long-password' }, 201);
  // Who has come is among the people, not among those invited.
  expect((await peopleNow()).invitations.some(({ to }) => to !== null)).toBe(false);
  for (const bad of [[], [{ ...oona, email: 'oona' }], [{ email: oona.email }], Array(501).fill(oona) as object[]])
    await roster(bad).expect(400);
  await roster([oona], { days: 181 }).expect(400);
  await roster([oona], { role: 'owner' }).expect(400);
  await ines
    .post(`/api/courses/${courseId}/roster`)
    .send({ people: [oona], role: 'learner', days: 7 })
    .expect(403);
});

test('someone taken out sees nothing of the course; what they did stays, and comes back with them', async () => {
  const home = `/api/courses/${harness.courseId}`;
  const priya = await harness.signIn('priya');
  const { person } = (await priya.get('/api/session').expect(200)).body as SignedIn;
  const takesOfPriya = async (): Promise<number> => {
    const { takes } = (await instructor.get(`${home}/ledger`).expect(200)).body as Ledger;
    return takes.filter(({ learnerId }) => learnerId === person.id).length;
  };
  const before = await takesOfPriya();
  expect(before).toBeGreaterThan(0);
  await ines.delete(`${home}/people/${person.id}`).expect(403);
  await instructor.delete(`${home}/people/${person.id}`).expect(204);
  await instructor.delete(`${home}/people/${person.id}`).expect(404);
  await instructor.delete(`${home}/people/nobody`).expect(404);
  await priya.get(home).expect(404);
  expect(await takesOfPriya()).toBe(0);
  // What they handed in is theirs to see, and nobody else's; nothing is said or begun by it.
  const leftOf = async (agent: Agent) =>
    LeftCourse.array().parse((await agent.get('/api/account/left').expect(200)).body);
  const [left] = await leftOf(priya);
  expect(left).toMatchObject({ courseId: harness.courseId, title: 'Kitchen in Motion', inLedger: false });
  expect(left!.takes).toHaveLength(before);
  expect(await leftOf(ines)).toEqual([]);
  const { id: takeId, grade } = left!.takes.find(
    ({ state, exerciseTitle }) => state === 'returned' && exerciseTitle === 'Ladle swing',
  )!;
  const view = TakeView.parse((await priya.get(`/api/takes/${takeId}`).expect(200)).body);
  expect(view).toMatchObject({ role: 'learner', left: true, grade });
  const { notes } = Review.parse((await priya.get(`/api/takes/${takeId}/review`).expect(200)).body);
  await priya.get(`/api/takes/${takeId}/series`).expect(200);
  await ines.get(`/api/takes/${takeId}`).expect(404);
  await priya.post(`/api/takes/${takeId}/notes/${notes[0]!.id}/replies`).send({ text: 'And now?' }).expect(404);
  await priya.put(`/api/takes/${takeId}/notes/${notes[0]!.id}/done`).send({ done: true }).expect(404);
  await priya.put(`/api/takes/${takeId}/shown`).send({ title: 'Mine', tags: [], note: '' }).expect(404);
  await priya.post(`/api/exercises/${view.exerciseId}/drafts`).send({ fromTakeId: takeId }).expect(404);
  // They, and nobody else, choose whether it stays among the figures.
  await ines.put(`/api/account/left/${harness.courseId}`).send({ inLedger: true }).expect(404);
  await priya.put(`/api/account/left/${harness.courseId}`).send({ inLedger: 'yes' }).expect(400);
  await priya.put(`/api/account/left/${harness.courseId}`).send({ inLedger: true }).expect(204);
  expect(await takesOfPriya()).toBe(before);
  const ledger = Ledger.parse((await instructor.get(`${home}/ledger`).expect(200)).body);
  expect(ledger.learners.filter(({ left: gone }) => gone).map(({ name }) => name)).toEqual(['Priya Raman']);
  const gone = CoursePeople.parse((await instructor.get(`${home}/people`).expect(200)).body).left;
  expect(gone).toMatchObject([{ name: 'Priya Raman', inLedger: true }]);
  const invitation = await instructor.post(`${home}/invitations`).send({ role: 'learner', places: 1, days: 1 });
  await priya.post(`/api/invitations/${(invitation.body as Invitation).code}/join`).expect(200);
  expect(await takesOfPriya()).toBe(before);
  expect(await leftOf(priya)).toEqual([]);
  await priya.get(home).expect(200);
  // The last instructor stays.
  const { people } = CoursePeople.parse((await instructor.get(`${home}/people`).expect(200)).body);
  const [only, ...others] = people.filter(({ role }) => role === 'instructor');
  expect(others).toEqual([]);
  await instructor.delete(`${home}/people/${only!.id}`).expect(409);
});
