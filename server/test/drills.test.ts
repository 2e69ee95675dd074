import type { DrillRun, LearnerDrill } from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

const path = () => `/api/courses/${harness.courseId}/drills`;
/** Right down to 3 frames, wrong below. */
const answers = Array.from({ length: 24 }, (_, i) => {
  const size = 1 + (i % 6);
  return { size, right: size >= 3 || i % 2 === 0 };
});

test('a drill is kept, and what it says is computed from its answers', async () => {
  const run = (await ines.post(path()).send({ choice: 'lands-later', seed: 7, answers }).expect(201)).body as DrillRun;
  expect(run.trials).toBe(24);
  expect(run.size).toBeGreaterThan(1.5);
  expect(run.size).toBeLessThan(4);
  expect([run.low < run.size, run.high > run.size, run.guessed]).toEqual([true, true, false]);
  expect((await ines.get(path()).expect(200)).body).toEqual([run]);
  // Another's are another's.
  const jonah = await harness.signIn('jonah');
  expect((await jonah.get(path()).expect(200)).body).toEqual([]);
});

test('the instructor has the latest of each learner; a learner only their own', async () => {
  const guessed = answers.map((answer) => ({ ...answer, size: 12, right: false, isCatch: true }));
  await ines.post(path()).send({ choice: 'lands-later', seed: 8, answers: guessed }).expect(201);
  const seen = (await instructor.get(`${path()}/class`).expect(200)).body as LearnerDrill[];
  expect(seen).toMatchObject([{ learnerName: expect.stringMatching(/^Ines/), runs: 2, guessed: true }]);
  await ines.get(`${path()}/class`).expect(403);
  await harness.signedOut().get(path()).expect(401);
});

test('what is no drill is refused', async () => {
  const send = (body: object) => ines.post(path()).send({ choice: 'lands-later', seed: 1, answers, ...body });
  await send({ choice: 'guess' }).expect(400);
  await send({ seed: -1 }).expect(400);
  await send({ answers: [] }).expect(400);
  await send({ answers: Array(201).fill(answers[0]) }).expect(400);
  // Half a frame is nothing that a rate can show.
  await send({ answers: [{ size: 1.5, right: true }] }).expect(400);
});
