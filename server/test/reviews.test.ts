import type {
  Assignment,
  ExerciseSetting,
  KeptPicture,
  Phrase,
  ReadingJob,
  Review,
  SeriesTake,
  TakeEdits,
  TakeView,
  WaitingQueue,
  WaitingTake,
} from '@undulan/contract';
import { applyChanges, findChannel, findingKey, type Reading, READING_VERSION } from '@undulan/core';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ReadingModel } from '../src/readings/reading.model.ts';
import { ReadingJobModel } from '../src/readings/reading-job.model.ts';
import { ReadingRunner } from '../src/readings/reading-runner.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, reviewOf, SILENT, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  instructor = await harness.signIn('instructor');
  ines = await harness.signIn('ines');
});
afterAll(() => harness.close());

const waiting = async (): Promise<WaitingTake[]> =>
  ((await instructor.get(`/api/courses/${harness.courseId}/waiting`).expect(200)).body as WaitingQueue).takes;
const view = async (who: Agent, takeId: string, reading = ''): Promise<TakeView> =>
  (await who.get(`/api/takes/${takeId}${reading}`).expect(200)).body as TakeView;
const setting = async (id: string): Promise<ExerciseSetting> =>
  (await instructor.get(`/api/exercises/${id}`).expect(200)).body as ExerciseSetting;

/** Saves an exercise with other details; the target may change. */
async function setDetails(exerciseId: string, change: object): Promise<void> {
  const { version, work, history } = await setting(exerciseId);
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ version, work: { ...work, details: { ...work.details, ...change } }, history, targetMayChange: true })
    .expect(200);
}

async function finished(job: ReadingJob): Promise<ReadingJob> {
  let now = job;
  while (now.state === 'running' || now.state === 'lost')
    now = (await instructor.get(`/api/reading-jobs/${job.id}`).expect(200)).body as ReadingJob;
  return now;
}

test('what waits for review stands in a queue, oldest first, for instructors only', async () => {
  const queue = await waiting();
  expect(queue.length).toBeGreaterThan(4);
  expect(queue.map((take) => take.handedInAt)).toEqual(queue.map((take) => take.handedInAt).toSorted());
  expect(queue[0]).toMatchObject({
    late: false,
    findings: expect.any(Number) as number,
    proposedGrade: expect.any(Number) as number,
  });
  await ines.get(`/api/courses/${harness.courseId}/waiting`).expect(403);
  for (const pages of ['2', '-5', '1e9', 'all'])
    expect(
      (
        (await instructor.get(`/api/courses/${harness.courseId}/waiting?pages=${pages}`).expect(200))
          .body as WaitingQueue
      ).total,
    ).toBe(queue.length);
});

test('the fewest edits are the learner’s too once the take is returned, where the exercise shows them', async () => {
  const { takeId } = (await waiting()).find(
    (other) => other.learnerName.startsWith('Ines') && other.exerciseTitle.startsWith('Pancake'),
  )!;
  const url = `/api/takes/${takeId}/edits`;
  const edits = (await instructor.get(url).expect(200)).body as TakeEdits;
  expect(edits).toMatchObject({ edits: [{ sentence: 'Key position y 400 px on 5.', left: 0, grade: 100 }], left: [] });
  const { motion, exerciseId } = await view(instructor, takeId);
  const applied = applyChanges(motion, edits.edits[0]!.changes);
  expect(applied.ok && findChannel(applied.value.subjects.at(-1)!, 'position.y')!.keys.length).toBe(
    findChannel(motion.subjects.at(-1)!, 'position.y')!.keys.length + 1,
  );
  // What is dismissed needs no edit.
  const dismissed = Object.fromEntries(
    (await view(instructor, takeId)).reading!.findings.map((finding) => [findingKey(finding), { state: 'dismissed' }]),
  );
  let review = (await reviewOf(instructor, takeId))!;
  const put = (decisions: object): Promise<unknown> =>
    instructor
      .put(`/api/takes/${takeId}/review`)
      .send({ version: review.version, grade: 80, summary: '', decisions })
      .expect(200);
  await put(dismissed);
  expect((await instructor.get(url).expect(200)).body).toEqual({ edits: [], left: [], why: null });
  review = (await reviewOf(instructor, takeId))!;
  await put({});
  await ines.get(url).expect(403);
  await setDetails(exerciseId, { showsEdits: true });
  await ines.get(url).expect(403);
  review = (await reviewOf(instructor, takeId))!;
  await instructor.post(`/api/takes/${takeId}/return`).send({ version: review.version }).expect(200);
  expect((await ines.get(url).expect(200)).body).toMatchObject({ edits: [{ left: 0 }] });
  await setDetails(exerciseId, { showsEdits: false });
  await ines.get(url).expect(403);
  await (await harness.signIn('jonah')).get(url).expect(404);
});

test('decisions and grades are kept; a dismissed finding never reaches the learner; notes are done', async () => {
  const take = (await waiting()).find(
    (other) => other.learnerName.startsWith('Ines') && other.exerciseTitle.includes('glass'),
  )!;
  const before = await view(instructor, take.takeId);
  const [first] = before.reading!.findings;
  expect(first).toBeDefined();
  const drawing = {
    strokes: [
      {
        kind: 'arrow',
        points: [
          { x: 10, y: 20 },
          { x: 200, y: 90 },
        ],
      },
    ],
    ghosts: [{ subjectId: 'glass', dx: 40, dy: 0, turn: 5 }],
  };
  const pinned = {
    frame: 9,
    lastFrame: 14,
    subjectId: 'glass',
    spot: { x: 300, y: 200 },
    drawing,
    text: 'Here, slower.',
  };
  const noteId = (await instructor.post(`/api/takes/${take.takeId}/notes`).send(pinned).expect(201)).body.id as string;
  await instructor
    .post(`/api/takes/${take.takeId}/notes`)
    .send({ ...pinned, lastFrame: 9 })
    .expect(400);
  const words = {
    grade: 71,
    summary: 'Look at the end.',
    criteria: { spacing: 60 },
    decisions: { [findingKey(first!)]: { state: 'dismissed', reason: 'Wanted so.' } },
  };
  const { version } = (
    await instructor
      .put(`/api/takes/${take.takeId}/review`)
      .send({ version: (await reviewOf(instructor, take.takeId))!.version, ...words })
      .expect(200)
  ).body as Review;
  await ines.post(`/api/takes/${take.takeId}/notes/${noteId}/replies`).send({ text: 'Too early' }).expect(404);
  await instructor.post(`/api/takes/${take.takeId}/return`).send({ version, again: true }).expect(200);

  const returned = await view(ines, take.takeId);
  expect(await reviewOf(ines, take.takeId)).toMatchObject({
    grade: 71,
    criteria: { spacing: 60 },
    decisions: {},
    again: true,
    notes: [{ ...pinned, done: false, replies: [] }],
  });
  expect(returned.reading!.findings.map(findingKey)).toEqual(before.reading!.findings.map(findingKey).slice(1));
  await ines
    .post(`/api/takes/${take.takeId}/notes/${noteId}/replies`)
    .send({ text: 'Is frame 12 soon enough?' })
    .expect(201);
  await instructor.post(`/api/takes/${take.takeId}/notes/${noteId}/replies`).send({ text: 'It is.' }).expect(201);
  await ines.put(`/api/takes/${take.takeId}/notes/${noteId}/done`).send({ done: true }).expect(204);
  await instructor.put(`/api/takes/${take.takeId}/notes/${noteId}/done`).send({ done: false }).expect(403);
  const [note] = (await reviewOf(instructor, take.takeId))!.notes;
  expect(note).toMatchObject({ done: true });
  expect(note!.replies.map(({ text }) => text)).toEqual(['Is frame 12 soon enough?', 'It is.']);
  for (const seen of [await view(ines, take.takeId), await view(instructor, take.takeId)])
    expect(seen).toMatchObject({ again: true, replies: 2 });
  const jonah = await harness.signIn('jonah');
  await jonah.post(`/api/takes/${take.takeId}/notes/${noteId}/replies`).send({ text: 'Mine?' }).expect(404);
});

test('after a change of the target all takes are read again; the older readings stay to be looked at', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  await setDetails(exerciseId, { tolerances: { keyFrames: 0.5, spacingPercent: 1 } });
  const { body } = await instructor.post(`/api/exercises/${exerciseId}/readings`).expect(202);
  const job = await finished(body as ReadingJob);
  expect(job).toMatchObject({ state: 'finished', failed: 0, done: job.total });
  expect(job.total).toBe((await setting(exerciseId)).takeCount);
  const take = (await waiting()).find((other) => other.exerciseId === exerciseId)!;
  const now = await view(instructor, take.takeId);
  expect(now).toMatchObject({ targetChanged: false, tolerances: { spacingPercent: 1 } });
  expect(now.readings).toHaveLength(2);
  const older = await view(instructor, take.takeId, `?reading=${now.readings[1]!.id}`);
  expect(older.readingId).toBe(now.readings[1]!.id);
  expect(older.tolerances.spacingPercent).toBeGreaterThan(1);
  expect(
    (await instructor.post(`/api/exercises/${exerciseId}/readings`).expect(202)).body,
    'nothing is left to read',
  ).toMatchObject({ total: 0, state: 'finished' });
  await ines.post(`/api/exercises/${exerciseId}/readings`).expect(403);
});

test('a learner’s takes stand in a row, as far as the caller may see them', async () => {
  const course = await courseOf(ines, harness.courseId);
  const { takes } = course.exercises.find((exercise) => exercise.title === 'Drawer slide')!;
  const series = (await ines.get(`/api/takes/${takes[0]!.id}/series`).expect(200)).body as SeriesTake[];
  expect(series.map(({ take }) => take.number)).toEqual([1, 2]);
  expect(series[1]!.reading!.proposedGrade).toBeGreaterThan(series[0]!.reading!.proposedGrade);
});

test('a due date past, or the last take, closes an exercise; limits and dates are told beforehand', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  const wout = await harness.signIn('wout');
  const draft = (await courseOf(wout, harness.courseId)).exercises.find((exercise) => exercise.id === exerciseId)!
    .drafts[0]!;
  const handIn = async () => wout.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 1 });
  const dueAt = '2020-01-01T12:00:00.000Z';
  await setDetails(exerciseId, {
    dueAt,
    latePolicy: 'refuse',
    takeLimit: 1,
    mayChange: { rate: false, range: false, subjects: false, path: false, channels: ['position.x'], maxKeys: 4 },
  });
  expect((await wout.get(`/api/exercises/${exerciseId}/assignment`).expect(200)).body as Assignment).toMatchObject({
    dueAt,
    latePolicy: 'refuse',
    takeLimit: 1,
    mayChange: { maxKeys: 4 },
  });
  expect(await handIn()).toMatchObject({ status: 422, body: { type: '/problems/no-more-takes' } });
  await setDetails(exerciseId, { latePolicy: 'mark' });
  const handed = await handIn();
  expect(handed.status).toBe(201);
  expect(await view(wout, handed.body.id as string)).toMatchObject({ late: true });
  const next = (await wout.post(`/api/exercises/${exerciseId}/drafts`).send({ fromTakeId: handed.body.id as string }))
    .body as { id: string };
  expect(await wout.post(`/api/drafts/${next.id}/hand-in`).send({ version: 1 })).toMatchObject({
    status: 422,
    body: { type: '/problems/no-more-takes' },
  });
});

test('phrases are each instructor’s own', async () => {
  const { id } = (await instructor.post('/api/phrases').send({ text: 'Closer together before it stops.' }).expect(201))
    .body as { id: string };
  const listed = (await instructor.get('/api/phrases').expect(200)).body as Phrase[];
  expect(listed).toContainEqual({ id, text: 'Closer together before it stops.' });
  await instructor.delete(`/api/phrases/${id}`).expect(204);
  expect(
    ((await instructor.get('/api/phrases').expect(200)).body as Phrase[]).map((phrase) => phrase.id),
  ).not.toContain(id);
});

test('pictures of briefs are kept for the course, told by their bytes, and shown to its members alone', async () => {
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const send = (who: Agent, bytes: Buffer) =>
    who.post(`/api/courses/${harness.courseId}/pictures`).set('Content-Type', 'image/png').send(bytes);
  const { id } = (await send(instructor, png).expect(201)).body as { id: string };
  const seen = await ines.get(`/api/pictures/${id}`).expect(200);
  expect(seen.headers['content-type']).toBe('image/png');
  expect((seen.body as Buffer).subarray(1, 4).toString()).toBe('PNG');
  expect((await send(instructor, Buffer.from('<svg onload="alert(1)"/>')).expect(400)).body.detail).toContain(
    'PNG, JPEG, GIF or WebP',
  );
  await send(instructor, Buffer.concat([png, Buffer.alloc(4_000_000)])).expect(413);
  await send(ines, png).expect(403);
  await harness.signedOut().get(`/api/pictures/${id}`).expect(401);
  await ines.get('/api/pictures/nothing').expect(404);
});

test('a reading an older program left is not shown, and made anew from its own target by the next', async () => {
  const [first] = await waiting();
  const before = await view(instructor, first!.takeId);
  const stored = (await ReadingModel.findByPk(before.readingId!))!;
  await stored.update({
    version: 1,
    reading: { ...stored.reading, version: 1, findings: [], proposedGrade: 3 } as unknown as Reading,
  });
  expect(await view(instructor, first!.takeId)).toMatchObject({ reading: null, readingState: 'coming' });
  const runner = new ReadingRunner(harness.sequelize, SILENT);
  runner.start();
  const now = await takeOnceRead(instructor, first!.takeId);
  await runner.stop();
  expect(now.reading).toEqual(before.reading);
  expect((await ReadingModel.findByPk(before.readingId!))!.version).toBe(READING_VERSION);
});

test('a stopped job reads no further; many asking at once make one; what nobody moves is shown as lost', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Tea glass along the counter');
  await setDetails(exerciseId, { tolerances: { keyFrames: 2, spacingPercent: 9 } });
  const lost = await ReadingJobModel.create({
    exerciseId,
    total: 4,
    state: 'running',
    runningFor: exerciseId,
    startedAt: new Date(Date.now() - 60_000),
  });
  const asked = await Promise.all(
    [1, 2, 3, 4, 5].map(() => instructor.post(`/api/exercises/${exerciseId}/readings`).expect(202)),
  );
  for (const { body } of asked) expect(body).toMatchObject({ id: lost.id, state: 'lost', done: 0 });
  expect((await instructor.post(`/api/reading-jobs/${lost.id}/cancel`).expect(200)).body).toMatchObject({
    state: 'cancelled',
  });
  const begun = (await instructor.post(`/api/exercises/${exerciseId}/readings`).expect(202)).body as ReadingJob;
  expect(begun.id).not.toBe(lost.id);
  expect(await finished(begun)).toMatchObject({ state: 'finished', failed: 0, done: begun.total });
  await ines.get(`/api/reading-jobs/${begun.id}`).expect(403);
  await instructor.get('/api/reading-jobs/nothing').expect(404);
});

test('pictures of scenes are kept once for the course, whoever brings them, and are none of a brief’s', async () => {
  const [instructor, ines, jonah] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('ines'),
    harness.signIn('jonah'),
  ]);
  const bytes = await sharp({ create: { width: 12, height: 8, channels: 4, background: '#0b7a6f80' } })
    .png()
    .toBuffer();
  const send = (who: typeof ines, body: Buffer, course = harness.courseId) =>
    who.post(`/api/courses/${course}/scene-pictures`).set('Content-Type', 'image/png').send(body);
  const first = (await send(ines, bytes).expect(201)).body as KeptPicture;
  expect(first).toMatchObject({ widthPx: 12, heightPx: 8 });
  // Turned as it says it should be seen.
  const turned = await sharp(bytes).jpeg().withMetadata({ orientation: 6 }).toBuffer();
  expect((await send(ines, turned).expect(201)).body).toMatchObject({ widthPx: 8, heightPx: 12 });
  expect((await send(jonah, bytes).expect(201)).body).toEqual(first);
  const seen = await jonah.get(`/api/pictures/${first.id}`).expect(200);
  expect((await sharp(seen.body as Buffer).metadata()).hasAlpha).toBe(true);
  const listed = (await instructor.get(`/api/courses/${harness.courseId}/pictures`).expect(200)).body as {
    id: string;
  }[];
  expect(listed.some(({ id }) => id === first.id)).toBe(false);
  await send(harness.signedOut(), bytes).expect(401);
  await send(ines, bytes, '00000000-0000-4000-8000-000000000000').expect(404);
  for (const junk of [Buffer.from('no picture'), bytes.subarray(0, 40), Buffer.from('<svg onload="x()"/>')])
    expect((await send(ines, junk).expect(400)).body).toMatchObject({ type: '/problems/invalid-request' });
  await ines.delete(`/api/pictures/${first.id}`).expect(403);
});
