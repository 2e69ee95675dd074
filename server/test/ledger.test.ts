import { randomUUID } from 'node:crypto';
import { LEAST_BEHIND, Ledger, OwnLedger, type TakeView } from '@undulan/contract';
import { type Digest, DIGEST_VERSION, digestOf, findingKey, teachNext } from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { EnrolmentModel } from '../src/courses/course.model.ts';
import { ExerciseModel } from '../src/exercises/exercise.model.ts';
import { PersonModel } from '../src/people/person.model.ts';
import { ReadingModel } from '../src/readings/reading.model.ts';
import { notDismissed } from '../src/readings/visible-reading.ts';
import { ReviewModel, TakeModel } from '../src/takes/take.model.ts';
import { createHarness, exerciseIdOf, type Harness, overviewOf, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let priya: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, priya] = await Promise.all([harness.signIn('instructor'), harness.signIn('priya')]);
});
afterAll(() => harness.close());

const path = (): string => `/api/courses/${harness.courseId}/ledger`;
const ledgerNow = async (): Promise<Ledger> => Ledger.parse((await instructor.get(path()).expect(200)).body);

test('every take of the course is there, with how it stands and what its reading says in short', async () => {
  const ledger = await ledgerNow();
  const overview = await overviewOf(instructor, harness.courseId);
  expect(ledger.title).toBe(overview.title);
  expect(ledger.learners).toEqual(overview.learners.map((learner) => ({ ...learner, left: false })));
  expect(ledger.exercises.map(({ id }) => id)).toEqual(overview.exercises.map(({ id }) => id));
  const lines = overview.standings.flatMap(({ learnerId, exerciseId, takes }) =>
    takes.map(({ id, number, state, grade, late, again }) => ({
      id,
      learnerId,
      exerciseId,
      number,
      state,
      grade,
      late,
      again,
    })),
  );
  const byId = <T extends { id: string }>(all: readonly T[]): T[] => all.toSorted((a, b) => a.id.localeCompare(b.id));
  expect(
    byId(ledger.takes).map(({ handedInAt: _, returnedAt: __, notes: ___, digest: ____, ...line }) => line),
  ).toEqual(byId(lines));
  for (const { id, digest } of ledger.takes) {
    const { reading } = (await instructor.get(`/api/takes/${id}`).expect(200)).body as TakeView;
    const review = await ReviewModel.findOne({ where: { takeId: id } });
    const findings = notDismissed(reading!.findings, review?.decisions ?? null);
    const unnamed = digest!.faults.map((fault) => ({ ...fault, event: null }));
    expect({ ...digest, faults: unnamed }).toEqual(digestOf({ ...reading!, findings }));
  }
  const late = ledger.takes.flatMap(({ digest }) => digest!.faults.filter(({ event }) => event === 'apex'));
  expect(late).toMatchObject([{ kind: 'key-late', off: 2 }]);
  const toss = ledger.exercises.find(({ title }) => title === 'Pancake toss')!;
  expect(toss.keyTolerances).toMatchObject([{ frame: 17, keyFrames: 0.5 }]);
  expect(teachNext(ledger.takes).every(({ learners }) => learners <= ledger.learners.length)).toBe(true);
});

test('what is handed in is in it once it is read; what is returned has its grade and notes', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Tea towel drag');
  const begun = (await priya.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201)).body as { id: string };
  const draft = (await priya.get(`/api/drafts/${begun.id}`).expect(200)).body as { version: number };
  const { id } = (await priya.post(`/api/drafts/${begun.id}/hand-in`).send({ version: draft.version }).expect(201))
    .body as { id: string };
  await takeOnceRead(instructor, id);
  const own = (await ledgerNow()).takes.find((take) => take.id === id)!;
  expect(own).toMatchObject({ exerciseId, number: 1, state: 'handed-in', returnedAt: null, grade: null, notes: 0 });
  expect(own.digest!.faults.length).toBeGreaterThan(0);
  // Of notes those are told that were used more than once, by what they say.
  for (const [frame, text] of [
    [2, 'Count it out.'],
    [9, 'count it out. '],
    [11, 'Only here.'],
  ] as const)
    await instructor.post(`/api/takes/${id}/notes`).send({ frame, text }).expect(201);
  expect((await ledgerNow()).notesUsed).toEqual([]);
  await instructor.put(`/api/takes/${id}/review`).send({ version: 1, grade: 55, summary: '' }).expect(200);
  await instructor.post(`/api/takes/${id}/return`).send({ version: 2 }).expect(200);
  const { takes, notesUsed } = await ledgerNow();
  expect(takes.find((take) => take.id === id)).toMatchObject({ state: 'returned', grade: 55, notes: 3 });
  expect(notesUsed).toMatchObject([{ times: 2, learners: 1, exercises: 1 }]);
  expect(notesUsed[0]!.text.toLowerCase()).toBe('count it out.');
});

test('digests that an older program wrote, or none, are made once, and by nobody else’s readings', async () => {
  const before = await ledgerNow();
  const [first, second] = before.takes.filter(({ digest }) => digest!.faults.length > 0);
  await ReadingModel.update({ digest: null, digestVersion: null }, { where: { takeId: first!.id } });
  const old = { grade: 1, criteria: {}, faults: [], tracks: [] };
  await ReadingModel.update({ digest: old, digestVersion: DIGEST_VERSION - 1 }, { where: { takeId: second!.id } });
  expect((await ledgerNow()).takes).toEqual(before.takes);
  const kept = await ReadingModel.findAll({ where: { takeId: [first!.id, second!.id] } });
  expect(kept.map(({ digestVersion }) => digestVersion)).toEqual([DIGEST_VERSION, DIGEST_VERSION]);
});

const ownOf = async (who: Agent): Promise<OwnLedger> =>
  OwnLedger.parse((await who.get(`${path()}/own`).expect(200)).body);

test('a learner has their own returned takes as they may see them, and nothing of anyone else', async () => {
  const own = await ownOf(priya);
  const all = await ledgerNow();
  const returned = all.takes.filter(
    ({ learnerId, state }) => learnerId === own.takes[0]!.learnerId && state === 'returned',
  );
  expect(own.takes.map(({ id }) => id)).toEqual(returned.map(({ id }) => id));
  for (const { id, digest } of own.takes) {
    const { reading } = (await priya.get(`/api/takes/${id}`).expect(200)).body as TakeView;
    expect(digest).toEqual(digestOf(reading!));
  }
  // Of six learners no figure of the class is told.
  expect(own.classes).toEqual([]);
  const sent = JSON.stringify(own);
  for (const { id, name } of all.learners)
    if (id !== own.takes[0]!.learnerId) for (const word of [id, name]) expect(sent).not.toContain(word);
  for (const { id, published } of all.exercises) expect(sent.includes(id)).toBe(published);
  expect((await ownOf(instructor)).takes).toEqual([]);
  await harness.signedOut().get(`${path()}/own`).expect(401);
});

/** Someone new whose only take is read as another is. */
async function alike(takeId: string, number: number): Promise<void> {
  const person = { name: `New ${number}`, email: `new.${number}@kitchen.example`, passwordHash: '-' };
  const { id: learnerId } = await PersonModel.create(person);
  await EnrolmentModel.create({ courseId: harness.courseId, personId: learnerId, role: 'learner' });
  const { exerciseId, motion } = (await TakeModel.findByPk(takeId))!;
  const take = await TakeModel.create({ exerciseId, learnerId, number: 1, motion, handedInAt: new Date() });
  const reading = (await ReadingModel.findOne({ where: { takeId } }))!;
  await ReadingModel.create({ ...reading.get(), id: randomUUID(), takeId: take.id });
}

test('enough learners behind it, the class is told as a whole; what is hidden or dismissed stays so', async () => {
  const jonah = await harness.signIn('jonah');
  const own = await ownOf(jonah);
  const take = own.takes.find(({ digest }) => digest!.faults.length > 0)!;
  const { takes } = await ledgerNow();
  const behind = new Set(takes.filter(({ exerciseId }) => exerciseId === take.exerciseId).map((of) => of.learnerId))
    .size;
  for (let number = behind + 1; number < LEAST_BEHIND; number++) await alike(take.id, number);
  expect((await ownOf(jonah)).classes).toEqual([]);
  await alike(take.id, LEAST_BEHIND);
  // Also where it is a learner who first asks of readings that an older program left.
  await ReadingModel.update({ digest: null, digestVersion: null }, { where: {} });
  expect((await ownOf(jonah)).classes.map(({ exerciseId, measure }) => [exerciseId, measure])).toEqual(
    ['key-offset', 'spacing', 'grade'].map((measure) => [take.exerciseId, measure]),
  );

  const digestNow = async (): Promise<Digest> => (await ownOf(jonah)).takes.find(({ id }) => id === take.id)!.digest!;
  const { reading } = (await ReadingModel.findOne({ where: { takeId: take.id } }))!;
  const decisions = { [findingKey(reading!.findings[0]!)]: { state: 'dismissed' as const, reason: 'It was meant.' } };
  await ReviewModel.update({ decisions }, { where: { takeId: take.id } });
  const left = take.digest!.faults.length - 1;
  expect((await digestNow()).faults).toHaveLength(left);
  // Nor does the class's ledger count it.
  expect((await ledgerNow()).takes.find(({ id }) => id === take.id)!.digest!.faults).toHaveLength(left);
  await ReviewModel.update({ decisions: {} }, { where: { takeId: take.id } });
  await ExerciseModel.update({ modelShown: 'never' }, { where: { id: take.exerciseId } });
  const hidden = await digestNow();
  expect(hidden.tracks).toEqual([]);
  expect(hidden.faults.length).toBeGreaterThan(0);
  for (const { off } of hidden.faults) expect(off).toBe(0);
});

test('it is its instructors’ alone', async () => {
  await priya.get(path()).expect(403);
  await harness.signedOut().get(path()).expect(401);
  await instructor.get('/api/courses/00000000-0000-4000-8000-000000000000/ledger').expect(404);
  await instructor.get('/api/courses/drawer/ledger').expect(404);
});
