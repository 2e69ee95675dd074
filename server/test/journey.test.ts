import type { Assignment, Draft, ExerciseSetting, TakeView, WaitingQueue } from '@undulan/contract';
import {
  bringWithin,
  changesBetween,
  EMPTY_HISTORY,
  historyChange,
  type MotionDocument,
  recordStep,
  setKeys,
  setLeave,
  setScene,
  startingScene,
  USUAL_LIMITS,
} from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { courseOf, createHarness, type Harness, reviewOf, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let wout: Agent;
let exerciseId: string;
let takeId: string;

beforeAll(async () => {
  harness = await createHarness();
  instructor = await harness.signIn('instructor');
  wout = await harness.signIn('wout');
});
afterAll(() => harness.close());

const X = { subjectId: 'subject-1', channelId: 'position.x' } as const;
const NO_HISTORY = EMPTY_HISTORY;

async function setting(): Promise<ExerciseSetting> {
  return (await instructor.get(`/api/exercises/${exerciseId}`).expect(200)).body as ExerciseSetting;
}

async function draftOf(draftId: string): Promise<Draft> {
  return (await wout.get(`/api/drafts/${draftId}`).expect(200)).body as Draft;
}

function move(motion: MotionDocument, last: number): MotionDocument {
  const first = setKeys(motion, 1, [{ ...X, value: 100 }]).motion;
  return setLeave(setKeys(first, last, [{ ...X, value: 700 }]).motion, [{ ...X, frame: 1 }], 'linear').motion;
}

test('an instructor sets an exercise; it cannot be published before it moves', async () => {
  const created = await instructor.post(`/api/courses/${harness.courseId}/exercises`).send({}).expect(201);
  exerciseId = (created.body as { id: string }).id;
  const unready = await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(422);
  expect(unready.body).toMatchObject({
    type: '/problems/not-ready',
    detail: expect.stringContaining('two keys') as string,
  });
  const { version, work, history } = await setting();
  const motion = move(work.motion, 25);
  const details = { ...work.details!, title: 'Dishes on a belt', tolerances: { keyFrames: 1, spacingPercent: 5 } };
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ version, work: { motion, details }, history })
    .expect(200, { version: 2 });
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  expect(await setting()).toMatchObject({ version: 2, published: true, takeCount: 0, work: { motion, details } });
});

test('bad input is refused field by field and changes nothing', async () => {
  const { version, work, history } = await setting();
  const put = (motion: unknown, details: unknown = work.details) =>
    instructor.put(`/api/exercises/${exerciseId}`).send({ version, work: { motion, details }, history });
  const backward = await put({ ...work.motion, range: { first: 25, last: 1 } }).expect(400);
  expect(backward.body).toMatchObject({
    issues: [{ path: ['work', 'motion', 'range', 'last'], message: 'The last frame comes before the first.' }],
  });
  expect((await put({ ...work.motion, rate: { num: 0, den: 1 } }).expect(400)).body.issues[0].path).toEqual([
    'work',
    'motion',
    'rate',
    'num',
  ]);
  expect((await put({ ...work.motion, range: { first: 'one', last: 25 } }).expect(400)).body.issues[0].path).toEqual([
    'work',
    'motion',
    'range',
    'first',
  ]);
  expect((await put(work.motion, { ...work.details!, title: '  ' }).expect(400)).body.issues[0].message).toBe(
    'Give the exercise a title.',
  );
  expect(await setting()).toMatchObject({ version, work });
});

test('a write from an older version is refused and the newer one stays', async () => {
  const { version, work, history } = await setting();
  const titled = (title: string) => ({ version, work: { ...work, details: { ...work.details!, title } }, history });
  await instructor.put(`/api/exercises/${exerciseId}`).send(titled('Dishes')).expect(200);
  const stale = await instructor.put(`/api/exercises/${exerciseId}`).send(titled('Plates')).expect(409);
  expect(stale.body).toMatchObject({ type: '/problems/stale-version' });
  expect((await setting()).work.details!.title).toBe('Dishes');
});

test('a learner starts from the scene without keys, saves, and hands in take 1, which is read', async () => {
  const open = (await courseOf(wout, harness.courseId)).exercises.find((exercise) => exercise.id === exerciseId)!;
  expect(open).toMatchObject({ title: 'Dishes', drafts: [], takes: [] });
  const begun = await wout.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201);
  const draftId = (begun.body as { id: string }).id;
  const again = await wout.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201);
  expect(again.body.id, 'beginning twice is one draft').toBe(draftId);
  const draft = await draftOf(draftId);
  expect(draft.work.motion).toEqual(startingScene((await setting()).work.motion));
  expect(draft.nextTakeNumber).toBe(1);
  const motion = move(draft.work.motion, 28);
  const history = recordStep(draft.history, 'Key', draft.work, { motion, details: null });
  const change = {
    version: 1,
    changes: changesBetween(draft.work, { motion, details: null }),
    history: historyChange(draft.history, history),
  };
  await wout.patch(`/api/drafts/${draftId}`).send(change).expect(200, { version: 2 });
  await wout.patch(`/api/drafts/${draftId}`).send(change).expect(409);
  await wout.put(`/api/drafts/${draftId}`).send({ version: 1, work: draft.work, history: NO_HISTORY }).expect(409);
  expect(await draftOf(draftId)).toMatchObject({ history, work: { motion } });
  await wout.post(`/api/drafts/${draftId}/hand-in`).send({ version: 1 }).expect(409);
  await wout.get(`/api/drafts/${draftId}/self-check`).expect(403);
  const { version, work, history: steps } = await setting();
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ version, work: { ...work, details: { ...work.details!, selfCheck: true } }, history: steps })
    .expect(200);
  const check = await wout.get(`/api/drafts/${draftId}/self-check`).expect(200);
  expect(check.body).toEqual({ sentences: [expect.stringContaining('3 frames late') as string], further: 0 });
  const words = { title: 'Heavier dishes', tags: ['weight'], note: 'Is the stop too soft?' };
  const tooMany = { version: 2, ...words, tags: Array.from({ length: 9 }, (_, i) => `tag ${i}`) };
  await wout.post(`/api/drafts/${draftId}/hand-in`).send(tooMany).expect(400);
  const handedIn = await wout
    .post(`/api/drafts/${draftId}/hand-in`)
    .send({ version: 2, ...words })
    .expect(201);
  takeId = (handedIn.body as { id: string }).id;
  await wout.get(`/api/drafts/${draftId}`).expect(404);
  const waiting = (await wout.get(`/api/takes/${takeId}`).expect(200)).body as TakeView;
  expect(waiting).toMatchObject({ number: 1, state: 'handed-in', grade: null, reading: null, ...words });
  expect(await reviewOf(wout, takeId)).toBeNull();
  const seen = await takeOnceRead(instructor, takeId);
  expect(seen.reading!.findings.map((finding) => finding.kind)).toEqual(['key-late']);
  expect(seen.reading!.tracks[0]!.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 3]);
  expect((await wout.get(`/api/takes/${takeId}/self-check`).expect(200)).body).toEqual(check.body);
  const queue = (await instructor.get(`/api/courses/${harness.courseId}/waiting`).expect(200)).body as WaitingQueue;
  expect(queue.takes.find((take) => take.takeId === takeId)).toMatchObject({ title: words.title, tags: words.tags });
});

test('with a take handed in the target changes only on the word; the old reading keeps its own target', async () => {
  const { version, work, history } = await setting();
  const longer = setScene(work.motion, { range: { first: 1, last: 30 } }).motion;
  const save = { version, work: { ...work, motion: longer }, history };
  const warned = await instructor.put(`/api/exercises/${exerciseId}`).send(save).expect(409);
  expect(warned.body).toMatchObject({ type: '/problems/target-has-takes' });
  const retitled = { ...work, details: { ...work.details!, title: 'Dishes on a belt' } };
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ ...save, work: retitled })
    .expect(200);
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ ...save, version: version + 1, targetMayChange: true })
    .expect(200);
  const before = (await instructor.get(`/api/takes/${takeId}`)).body as TakeView;
  expect(before).toMatchObject({ targetChanged: true, target: { range: { last: 25 } } });
  await instructor.post(`/api/takes/${takeId}/readings`).expect(204);
  const after = await takeOnceRead(instructor, takeId);
  expect(after).toMatchObject({ targetChanged: false, target: { range: { last: 30 } } });
  expect(after.reading!.findings.map((finding) => finding.kind)).toContain('range-differs');
});

test('the review is written, refused while stale or ungraded, and returned once', async () => {
  const url = `/api/takes/${takeId}`;
  const note = await instructor.post(`${url}/notes`).send({ frame: 28, text: 'It should stand by 25.' }).expect(201);
  const second = await instructor.post(`${url}/notes`).send({ frame: 3, text: 'x' }).expect(201);
  await instructor
    .put(`${url}/notes/${note.body.id as string}`)
    .send({ frame: 27, text: 'It should stand here.' })
    .expect(204);
  await instructor.delete(`${url}/notes/${second.body.id as string}`).expect(204);
  await instructor.post(`${url}/notes`).send({ frame: 1, text: '   ' }).expect(400);
  await instructor.post(`${url}/return`).send({ version: 1 }).expect(422);
  await instructor.put(`${url}/review`).send({ version: 1, grade: 101, summary: '' }).expect(400);
  await instructor
    .put(`${url}/review`)
    .send({ version: 1, grade: 72, summary: 'Three frames long.' })
    .expect(200, { version: 2 });
  await instructor.put(`${url}/review`).send({ version: 1, grade: 10, summary: '' }).expect(409);
  await instructor.post(`${url}/return`).send({ version: 2 }).expect(200);
  await instructor.post(`${url}/notes`).send({ frame: 1, text: 'One more.' }).expect(409);
  await instructor.put(`${url}/review`).send({ version: 3, grade: 10, summary: '' }).expect(409);
});

test('the learner reads the returned review and starts take 2 from take 1, which never changes', async () => {
  const returned = (await wout.get(`/api/takes/${takeId}`).expect(200)).body as TakeView;
  expect(returned).toMatchObject({ state: 'returned', grade: 72 });
  expect(await reviewOf(wout, takeId)).toMatchObject({
    summary: 'Three frames long.',
    instructorName: 'Marta Olesen',
    notes: [{ frame: 27, text: 'It should stand here.' }],
  });
  const draftId = (await wout.post(`/api/exercises/${exerciseId}/drafts`).send({ fromTakeId: takeId }).expect(201)).body
    .id as string;
  const draft = await draftOf(draftId);
  expect(draft.work.motion).toEqual(returned.motion);
  const without = { motion: { ...draft.work.motion, subjects: [] }, details: null };
  expect(
    (await wout.put(`/api/drafts/${draftId}`).send({ version: 1, work: without, history: NO_HISTORY }).expect(422)).body
      .detail,
  ).toContain('The exercise sets the subjects');
  const beyond = await wout.post(`/api/drafts/${draftId}/hand-in`).send({ version: 1 }).expect(422);
  expect(beyond.body, 'the exercise has another range since').toMatchObject({
    type: '/problems/beyond-limits',
    detail: 'The exercise sets the range. Your draft is kept.',
  });
  const mended = {
    motion: bringWithin(
      setKeys(draft.work.motion, 2, [{ subjectId: draft.work.motion.subjects[0]!.id, channelId: 'rotation', value: 5 }])
        .motion,
      (await setting()).work.motion,
      USUAL_LIMITS,
    ).motion,
    details: null,
  };
  await wout.put(`/api/drafts/${draftId}`).send({ version: 1, work: mended, history: NO_HISTORY }).expect(200);
  const second = (await wout.post(`/api/drafts/${draftId}/hand-in`).send({ version: 2 }).expect(201)).body.id as string;
  const assignment = (await wout.get(`/api/exercises/${exerciseId}/assignment`)).body as Assignment;
  expect(assignment.takes.map((take) => take.number)).toEqual([1, 2]);
  expect(((await wout.get(`/api/takes/${takeId}`)).body as TakeView).motion).toEqual(returned.motion);
  expect((await takeOnceRead(instructor, second)).reading!.findings.map(({ kind }) => kind)).toEqual(['key-late']);
});

test('a copy kept from a conflict is a second draft; the first stays', async () => {
  const first = (await wout.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201)).body.id as string;
  const { work } = await draftOf(first);
  const copy = { name: 'Draft, copy', motion: move(work.motion, 12), history: NO_HISTORY };
  const second = (await wout.post(`/api/exercises/${exerciseId}/drafts`).send({ copy }).expect(201)).body.id as string;
  expect(second).not.toBe(first);
  expect((await draftOf(second)).work.motion).toEqual(copy.motion);
  expect((await draftOf(first)).work.motion).toEqual(work.motion);
  await wout.delete(`/api/drafts/${second}`).expect(204);
  await wout.get(`/api/drafts/${second}`).expect(404);
});

test('takes handed in at the same moment get numbers of their own', async () => {
  const drafts = await Promise.all(
    ['a', 'b', 'c'].map(async (name) => {
      const { motion } = (await setting()).work;
      const copy = { name, motion, history: NO_HISTORY };
      return (await wout.post(`/api/exercises/${exerciseId}/drafts`).send({ copy }).expect(201)).body.id as string;
    }),
  );
  await Promise.all(drafts.map((id) => wout.post(`/api/drafts/${id}/hand-in`).send({ version: 1 }).expect(201)));
  const assignment = (await wout.get(`/api/exercises/${exerciseId}/assignment`)).body as Assignment;
  expect(assignment.takes.map((take) => take.number)).toEqual([1, 2, 3, 4, 5]);
});
