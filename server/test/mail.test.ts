import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { text } from 'node:stream/consumers';
import type { CourseOverview, Outbox, OutboxMessage, Review, SignedIn } from '@undulan/contract';
import { SMTPServer } from 'smtp-server';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { ExerciseModel } from '../src/exercises/exercise.model.ts';
import { tellOfDue } from '../src/mail/due-tomorrow.ts';
import { letterOf } from '../src/mail/letter.ts';
import { MailRunner } from '../src/mail/mail-runner.ts';
import { MessageModel } from '../src/mail/message.model.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf, reviewOf, SILENT } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());
beforeEach(() => MessageModel.destroy({ where: {} }));

const outbox = async (): Promise<OutboxMessage[]> =>
  ((await instructor.get('/api/installation/outbox').expect(200)).body as Outbox).messages;
const choose = (who: Agent, off: unknown) => who.put('/api/account/mail').send({ off });

async function handIn(who: Agent, title: string): Promise<string> {
  const exercise = (await courseOf(who, harness.courseId)).exercises.find((own) => own.title === title)!;
  const begun = await who.post(`/api/exercises/${exercise.id}/drafts`).send({}).expect(201);
  const { id } = begun.body as { id: string };
  const { version } = (await who.get(`/api/drafts/${id}`).expect(200)).body as { version: number };
  return ((await who.post(`/api/drafts/${id}/hand-in`).send({ version }).expect(201)).body as { id: string }).id;
}

async function returnTake(takeId: string): Promise<Review> {
  const { version } = (await reviewOf(instructor, takeId))!;
  await instructor.post(`/api/takes/${takeId}/notes`).send({ frame: 3, text: 'Later.' }).expect(201);
  await instructor.put(`/api/takes/${takeId}/review`).send({ version, grade: 70, summary: 'Good.' }).expect(200);
  await instructor
    .post(`/api/takes/${takeId}/return`)
    .send({ version: version + 1 })
    .expect(200);
  return (await reviewOf(instructor, takeId))!;
}

test('what is handed in comes to the instructor in one message; what is returned at once to its learner', async () => {
  const takeIds = [await handIn(ines, 'Drawer slide'), await handIn(ines, 'Drawer slide')];
  const [handedIn, ...more] = await outbox();
  expect(more).toEqual([]);
  expect(handedIn).toMatchObject({
    to: 'Marta Olesen <marta.olesen@kitchen.example>',
    kind: 'handed-in',
    subject: 'Kitchen in Motion: 2 takes are handed in',
    sentAt: null,
  });
  expect(handedIn!.text).toMatch(/Ines Calado handed in take \d of Drawer slide\./);
  for (const takeId of takeIds) expect(handedIn!.text).toContain(`/takes/${takeId}`);
  const { notes } = await returnTake(takeIds[0]!);
  const [returned] = await outbox();
  expect(returned).toMatchObject({ kind: 'returned', to: 'Ines Calado <ines.calado@kitchen.example>' });
  expect(returned!.subject).toMatch(/^Kitchen in Motion: Take \d of Drawer slide is returned$/);
  // Of the grade nothing is written where others may read it.
  expect(returned!.text).not.toMatch(/\b70\b|Good/);
  await ines.post(`/api/takes/${takeIds[0]}/notes/${notes[0]!.id}/replies`).send({ text: 'By how much?' }).expect(201);
  await instructor.post(`/api/takes/${takeIds[0]}/notes/${notes[0]!.id}/replies`).send({ text: 'Two.' }).expect(201);
  expect((await outbox()).slice(0, 2).map(({ kind, to }) => `${kind} ${to.split(' ')[0]}`)).toEqual([
    'replied Ines',
    'replied Marta',
  ]);
});

test('of many who hand in at the same moment all are told of, and none is refused', async () => {
  const learners = await Promise.all(
    (['ines', 'jonah', 'leif', 'priya', 'sena', 'wout'] as const).map((who) => harness.signIn(who)),
  );
  const takeIds = (
    await Promise.all(learners.map((who) => Promise.all([handIn(who, 'Whisk circle'), handIn(who, 'Ladle swing')])))
  ).flat();
  const said = (await outbox())
    .filter(({ kind }) => kind === 'handed-in')
    .map(({ text: words }) => words)
    .join('\n');
  for (const takeId of takeIds) expect(said).toContain(`/takes/${takeId}`);
});

test('who does not want a kind of message gets none of it, and all others', async () => {
  await choose(ines, ['published', 'published']).expect(204);
  expect(((await ines.get('/api/session')).body as SignedIn).mailOff).toEqual(['published']);
  for (const bad of [['birthdays'], 'published', [7], null, undefined]) await choose(ines, bad).expect(400);
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Oven light');
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  await instructor.post(`/api/exercises/${exerciseId}/withdraw`).expect(204);
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  const published = await outbox();
  expect(published).toHaveLength((await overviewOf(instructor, harness.courseId)).learners.length - 1);
  for (const { subject, to } of published) {
    expect(subject).toBe('Kitchen in Motion: Oven light is open');
    expect(to).not.toContain('Ines');
  }
  await choose(ines, []).expect(204);
  await instructor.post(`/api/exercises/${exerciseId}/withdraw`).expect(204);
});

test('of what is due within a day those hear once who have handed in nothing of it', async () => {
  const { exercises, learners, standings } = (await overviewOf(instructor, harness.courseId)) satisfies CourseOverview;
  await ExerciseModel.update({ dueAt: null }, { where: {} });
  const { id, title } = exercises.find((exercise) => exercise.published)!;
  const now = new Date('2026-03-01T12:00:00Z');
  await ExerciseModel.update({ dueAt: new Date('2026-03-02T11:30:00Z') }, { where: { id } });
  const done = standings.filter(({ exerciseId, takes }) => exerciseId === id && takes.length > 0);
  const told = learners.filter((learner) => done.every(({ learnerId }) => learnerId !== learner.id));
  await tellOfDue(harness.sequelize, 'Europe/Lisbon', new Date('2026-03-01T11:29:00Z'));
  expect(await outbox()).toEqual([]);
  for (let i = 0; i < 2; i++) await tellOfDue(harness.sequelize, 'Europe/Lisbon', now);
  const due = await outbox();
  expect(due.map(({ to }) => to.split(' <')[0]).sort()).toEqual(told.map(({ name }) => name).sort());
  if (due[0]) expect(due[0].subject).toContain(`${title} is due at 2 Mar 2026, 11:30 (Europe/Lisbon)`);
  // Put off, it is said once more.
  await ExerciseModel.update({ dueAt: new Date('2026-03-02T11:59:00Z') }, { where: { id } });
  await tellOfDue(harness.sequelize, 'Europe/Lisbon', now);
  expect(await outbox()).toHaveLength(2 * told.length);
});

test('words of people cannot put anything into a subject but themselves', () => {
  const { subject, text: words } = letterOf(
    {
      kind: 'returned',
      courseTitle: 'Soup\r\nBcc: all@kitchen.example',
      lines: [{ says: 'Take 1 of Lid\nrattle is returned.', path: '/takes/1' }],
      name: 'Ines\r\nCalado',
      email: 'ines@kitchen.example',
      personId: '1',
    },
    'https://undulan.kitchen.example',
  );
  expect(subject).toBe('Soup Bcc: all@kitchen.example: Take 1 of Lid rattle is returned');
  expect(words).toContain('Hello Ines Calado,');
  expect(words).toContain('https://undulan.kitchen.example/takes/1');
});

test('what is told while a message is on its way goes by another: none is added to what goes already', async () => {
  await handIn(ines, 'Honey thread');
  const [first] = await outbox();
  // As it is while a copy of the server sends it, or will try again.
  await MessageModel.update({ attempts: 1, goesAt: new Date(Date.now() + 60_000) }, { where: { id: first!.id } });
  const takeId = await handIn(ines, 'Honey thread');
  const messages = await outbox();
  expect(messages).toHaveLength(2);
  expect(messages.find(({ id }) => id === first!.id)!.text).toBe(first!.text);
  expect(messages.find(({ id }) => id !== first!.id)!.text).toContain(`/takes/${takeId}`);
});

test('with a mail server messages go there, once, whichever copy takes them; what fails is tried later', async () => {
  const letters: string[] = [];
  let refuses = true;
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onMailFrom: (_address, _session, done) => done(refuses ? new Error('closed for lunch') : null),
    onData: (stream, _session, done) => void text(stream).then((letter) => (letters.push(letter), done())),
  });
  server.listen(0, '127.0.0.1');
  await once(server.server, 'listening');
  const settings = {
    smtpUrl: `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`,
    from: 'Undulan <undulan@kitchen.example>',
    address: 'https://undulan.kitchen.example',
    timeZone: 'UTC',
  };
  const copies = [0, 1].map(() => new MailRunner(harness.sequelize, SILENT, settings));
  const look = () => Promise.all(copies.map((copy) => copy.look()));
  try {
    await handIn(ines, 'Pancake toss');
    await look();
    // It waits for more of its kind.
    expect(letters).toEqual([]);
    await MessageModel.update({ goesAt: new Date() }, { where: {} });
    await look();
    expect(await outbox()).toMatchObject([
      { sentAt: null, problem: expect.stringContaining('closed for lunch') as string },
    ]);
    refuses = false;
    await look();
    expect(letters).toEqual([]);
    await MessageModel.update({ goesAt: new Date() }, { where: {} });
    await look();
    expect(letters).toHaveLength(1);
    expect(letters[0]).toMatch(/^To: Marta Olesen <marta\.olesen@kitchen\.example>/m);
    expect(letters[0]).toMatch(/^Subject: Kitchen in Motion: Ines Calado handed in take/m);
    expect(await outbox()).toMatchObject([{ problem: null, sentAt: expect.any(String) as string }]);
    await look();
    expect(letters).toHaveLength(1);
  } finally {
    for (const copy of copies) await copy.stop();
    await new Promise<void>((resolve) => server.close(() => resolve()));
  }
});
