import { Ledger, type TakeView } from '@undulan/contract';
import { DIGEST_VERSION, digestOf, teachNext } from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ReadingModel } from '../src/readings/reading.model.ts';
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
  expect(ledger.learners).toEqual(overview.learners);
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
    const unnamed = digest!.faults.map((fault) => ({ ...fault, event: null }));
    expect({ ...digest, faults: unnamed }).toEqual(digestOf(reading!));
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

test('it is its instructors’ alone', async () => {
  await priya.get(path()).expect(403);
  await harness.signedOut().get(path()).expect(401);
  await instructor.get('/api/courses/00000000-0000-4000-8000-000000000000/ledger').expect(404);
  await instructor.get('/api/courses/drawer/ledger').expect(404);
});
