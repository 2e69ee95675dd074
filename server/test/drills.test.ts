import type { DrillRun, LearnerDrills, LedgerDrill, SetDrill } from '@undulan/contract';
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
const later = { kind: 'lands-later', fault: null, seed: 7, answers };

test('a drill is kept, and what it says is computed from its answers', async () => {
  const run = (await ines.post(path()).send(later).expect(201)).body as DrillRun;
  const [result] = run.results;
  expect([run.trials, run.guessed, run.results.length, result!.of]).toEqual([24, false, 1, 'lands-later']);
  expect(result!.size).toBeGreaterThan(1.5);
  expect(result!.size).toBeLessThan(4);
  expect([result!.low < result!.size, result!.high > result!.size]).toEqual([true, true]);
  expect((await ines.get(path()).expect(200)).body).toEqual([run]);
  // Another's are another's.
  const leif = await harness.signIn('leif');
  expect((await leif.get(path()).expect(200)).body).toEqual([]);
});

test('faults in turn are told apart; matches are measured', async () => {
  const spotted = [
    { size: 4, right: true, fault: 'drift', named: 'drift' },
    { size: 5, right: false, fault: 'float', named: 'drift' },
  ];
  const faults = (await ines.post(path()).send({ kind: 'spot-the-fault', fault: null, seed: 1, answers: spotted }))
    .body as DrillRun;
  expect(faults.results.map(({ of }) => of)).toEqual(['drift', 'float']);
  const taps = [1, -1, 2, 0].map((off) => ({ truth: 20, off }));
  const tapped = (await ines.post(path()).send({ kind: 'tap-contact', fault: null, seed: 1, answers: taps }))
    .body as DrillRun;
  expect(tapped.results).toMatchObject([{ of: 'tap-contact', size: 1, bias: 0.5, trials: 4 }]);
});

test('the instructor has each learner’s latest beside what takes get wrong; a learner only their own', async () => {
  const guessed = answers.map((answer) => ({ ...answer, size: 12, right: false, isCatch: true }));
  await ines
    .post(path())
    .send({ ...later, seed: 8, answers: guessed })
    .expect(201);
  const all = (await instructor.get(`${path()}/class`).expect(200)).body as LearnerDrills[];
  expect(all).toHaveLength(6);
  const seen = all.find(({ learnerName }) => learnerName.startsWith('Ines'))!;
  expect(seen.sees.find(({ of }) => of === 'lands-later')).toMatchObject({ guessed: true });
  expect(seen.sees.find(({ of }) => of === 'tap-contact')).toMatchObject({ size: 1 });
  // As many exercises as latest takes have it in, most first.
  const counts = seen.takes.map(({ exercises }) => exercises);
  expect(counts.length).toBeGreaterThan(0);
  expect(counts).toEqual(counts.toSorted((a, b) => b - a));
  // The ledger has all of them over time, but for what was guessed.
  const ledger = (await instructor.get(`/api/courses/${harness.courseId}/ledger/drills`).expect(200))
    .body as LedgerDrill[];
  const own = ledger.filter(({ learnerId }) => learnerId === seen.learnerId);
  expect(own.map(({ of }) => of)).toEqual(['lands-later', 'drift', 'float', 'tap-contact']);
  expect(ledger.map(({ doneAt }) => doneAt)).toEqual(ledger.map(({ doneAt }) => doneAt).toSorted());
  await ines.get(`${path()}/class`).expect(403);
  await harness.signedOut().get(path()).expect(401);
});

test('a drill is set with a due date; who did it since has done it; an instructor alone takes it away', async () => {
  const sets = async (agent: Agent) => (await agent.get(`${path()}/set`).expect(200)).body as SetDrill[];
  const before = await sets(instructor);
  const dueAt = new Date(Date.now() + 86_400_000).toISOString();
  const drill = { kind: 'spot-the-fault', fault: 'drift', dueAt };
  await ines.post(`${path()}/set`).send(drill).expect(403);
  const set = (await instructor.post(`${path()}/set`).send(drill).expect(201)).body as SetDrill;
  expect(set).toMatchObject({ ...drill, doneAt: null, class: { done: 0, of: 6 } });
  // What is due first is first.
  expect((await sets(instructor)).map(({ id }) => id)[0]).toBe(set.id);
  const drifts = {
    kind: 'spot-the-fault',
    fault: 'drift',
    seed: 3,
    answers: [{ size: 4, right: true, fault: 'drift' }],
  };
  await ines.post(path()).send(drifts).expect(201);
  const own = (await sets(ines)).find(({ id }) => id === set.id)!;
  expect([own.doneAt !== null, own.class]).toEqual([true, null]);
  expect((await sets(instructor))[0]!.class).toEqual({ done: 1, of: 6 });
  await ines.delete(`${path()}/set/${set.id}`).expect(403);
  await instructor.delete(`${path()}/set/${set.id}`).expect(204);
  await instructor.delete(`${path()}/set/${set.id}`).expect(404);
  expect(await sets(instructor)).toEqual(before);
  await instructor
    .post(`${path()}/set`)
    .send({ ...drill, dueAt: 'soon' })
    .expect(400);
  await instructor
    .post(`${path()}/set`)
    .send({ ...drill, kind: 'lands-later' })
    .expect(400);
});

test('what is no drill is refused', async () => {
  const send = (body: object) => ines.post(path()).send({ ...later, ...body });
  await send({ kind: 'guess' }).expect(400);
  await send({ fault: 'drift' }).expect(400);
  await send({ seed: -1 }).expect(400);
  await send({ answers: [] }).expect(400);
  await send({ answers: Array(201).fill(answers[0]) }).expect(400);
  // Half a frame is nothing that a rate can show.
  await send({ answers: [{ size: 1.5, right: true }] }).expect(400);
  await send({ answers: [{ truth: 3, off: 1 }] }).expect(400);
  await send({ kind: 'tap-contact', answers }).expect(400);
});
