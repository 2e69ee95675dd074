import { setTimeout as delay } from 'node:timers/promises';
import type { Assignment, Created, Draft, ExerciseSetting, OpenSession, Problem, TakeView } from '@undulan/contract';
import {
  bareScene,
  changesBetween,
  createKey,
  EMPTY_HISTORY,
  historyChange,
  type MotionDocument,
  moveKeys,
  READING_VERSION,
  recordStep,
  sampleChannel,
  setKeys,
  setScene,
  type TrackReading,
} from '@undulan/core';
import sharp from 'sharp';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { HOSTILE } from '../../core/testing/hostile-motions.ts';
import { DEMO_LEARNERS, DEMO_PASSWORD } from '../src/demo/demo-people.ts';
import { DraftModel } from '../src/drafts/draft.model.ts';
import { resetPassword } from '../src/people/enrol.service.ts';
import type { ReaderPool } from '../src/readings/reader-pool.ts';
import { ReadingModel } from '../src/readings/reading.model.ts';
import { ReadingRunner } from '../src/readings/reading-runner.ts';
import { TakeModel } from '../src/takes/take.model.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, reviewOf, SILENT, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let jonah: Agent;
/** The same person at the other copy of the application. */
let jonahElsewhere: Agent;

beforeAll(async () => {
  harness = await createHarness({ copies: 2 });
  [instructor, jonah, jonahElsewhere] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('jonah'),
    harness.signIn('jonah', 1),
  ]);
});
afterAll(() => harness.close());

/** A published exercise with a model of one box, and a draft of it. */
async function exerciseAndDraft(
  details: object = {},
  change: (motion: MotionDocument) => MotionDocument = (motion) => motion,
): Promise<{ exerciseId: string; draft: Draft; setting: ExerciseSetting }> {
  const exerciseId = (
    (await instructor.post(`/api/courses/${harness.courseId}/exercises`).send({}).expect(201)).body as Created
  ).id;
  const setting = (await instructor.get(`/api/exercises/${exerciseId}`).expect(200)).body as ExerciseSetting;
  const { version, work, history } = setting;
  const keyed = setKeys(setKeys(work.motion, 1, [{ ...X, value: 100 }]).motion, 25, [{ ...X, value: 700 }]).motion;
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ version, work: { motion: change(keyed), details: { ...work.details, ...details } }, history })
    .expect(200);
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  const draftId = ((await jonah.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201)).body as Created).id;
  return { exerciseId, setting, draft: (await jonah.get(`/api/drafts/${draftId}`).expect(200)).body as Draft };
}
const X = { subjectId: 'subject-1', channelId: 'position.x' } as const;
const changeTo = ({ version, work, history }: Draft, motion: MotionDocument) => {
  const after = { motion, details: null };
  const next = recordStep(history, 'set key', work, after);
  return { version, changes: changesBetween(work, after), history: historyChange(history, next) };
};

test('one key among twelve hundred is saved by some hundred bytes, forty times, undone after a reload', async () => {
  const { draft } = await exerciseAndDraft();
  const keys = Array.from({ length: 1200 }, (_, i) => createKey(2 + i / 50, i % 90));
  let now = {
    ...draft,
    work: {
      ...draft.work,
      motion: {
        ...draft.work.motion,
        subjects: draft.work.motion.subjects.map((subject) => ({
          ...subject,
          channels: subject.channels.map((channel) => (channel.id === 'position.x' ? { ...channel, keys } : channel)),
        })),
      },
    },
  };
  await jonah.put(`/api/drafts/${draft.id}`).send({ version: 1, work: now.work, history: EMPTY_HISTORY }).expect(200);
  now = { ...now, version: 2 };
  for (let i = 0; i < 40; i++) {
    const motion = setKeys(now.work.motion, 1, [{ ...X, value: i }]).motion;
    const change = changeTo(now, motion);
    expect(JSON.stringify(change).length).toBeLessThan(1500);
    await (i % 2 === 0 ? jonah : jonahElsewhere).patch(`/api/drafts/${draft.id}`).send(change).expect(200);
    now = {
      ...now,
      version: now.version + 1,
      work: { motion, details: null },
      history: recordStep(now.history, 'set key', now.work, { motion, details: null }),
    };
  }
  const stored = (await jonahElsewhere.get(`/api/drafts/${draft.id}`).expect(200)).body as Draft;
  expect(stored.work).toEqual(now.work);
  expect(stored.history).toEqual(now.history);
});

test('a change of something else, a step from nowhere and a result that is no motion change nothing', async () => {
  const { draft } = await exerciseAndDraft();
  const url = `/api/drafts/${draft.id}`;
  const history = { keep: 0, add: [], done: 0 };
  const send = async (changes: unknown, status: number, more: object = { history }): Promise<Problem> =>
    (
      await jonah
        .patch(url)
        .send({ version: 1, changes, ...more })
        .expect(status)
    ).body as Problem;
  expect(await send([{ kind: 'value', path: ['motion', 'range', 'last'], from: 1 }], 400)).toMatchObject({
    type: '/problems/invalid-request',
  });
  expect(
    await send([{ kind: 'keys', path: ['motion', 'subjects', 'nobody', 'channels'], out: [], in: [] }], 409),
  ).toMatchObject({ type: '/problems/does-not-fit' });
  await send([], 409, { history: { keep: 0, add: [], done: 3 } });
  await send([{ kind: 'value', path: ['__proto__', 'x'], to: 1 }], 409);
  expect((await jonah.get(url).expect(200)).body).toEqual(draft);
});

test('what the exercise keeps is kept on saving and on handing in, by the limit it is beyond', async () => {
  const { draft, exerciseId } = await exerciseAndDraft();
  const longer = setScene(draft.work.motion, { range: { first: 1, last: 90 } }).motion;
  expect((await jonah.patch(`/api/drafts/${draft.id}`).send(changeTo(draft, longer)).expect(422)).body).toMatchObject({
    type: '/problems/beyond-limits',
    detail: 'The exercise sets the range.',
  });
  const keyed = setKeys(setKeys(draft.work.motion, 1, [{ ...X, value: 100 }]).motion, 20, [
    { ...X, value: 700 },
    { ...X, channelId: 'opacity', value: 50 },
  ]).motion;
  await jonah.patch(`/api/drafts/${draft.id}`).send(changeTo(draft, keyed)).expect(200);
  // A limit set after the draft was begun.
  const setting = (await instructor.get(`/api/exercises/${exerciseId}`)).body as ExerciseSetting;
  const mayChange = { rate: false, range: false, subjects: false, path: true, channels: ['position.x'], maxKeys: 1 };
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ ...setting, work: { ...setting.work, details: { ...setting.work.details, mayChange } } })
    .expect(200);
  const refused = (await jonah.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 2 }).expect(422))
    .body as Problem;
  expect(refused.detail).toBe(
    'The exercise leaves position x to you, and no other channel. The exercise allows 1 keys in all. Your ' +
      'draft is kept.',
  );
  const now = { ...draft, version: 2, work: { motion: keyed, details: null } };
  const mended = moveKeys(keyed, [{ ...X, frame: 20 }], 2).motion;
  await jonah
    .patch(`/api/drafts/${draft.id}`)
    .send(changeTo({ ...now, history: EMPTY_HISTORY }, mended))
    .expect(200);
});

test.each(Object.keys(HOSTILE))(
  'handing in "%s" is answered at once and holds nobody up; its reading comes',
  async (name) => {
    const motion = HOSTILE[name]!();
    const { draft } = await exerciseAndDraft({
      mayChange: { rate: true, range: true, subjects: true, path: true, channels: null, maxKeys: null },
    });
    const model = { ...motion, stage: draft.work.motion.stage };
    if (JSON.stringify(model).length > 3_500_000) return;
    await jonah
      .put(`/api/drafts/${draft.id}`)
      .send({ version: 1, work: { motion: model, details: null }, history: EMPTY_HISTORY })
      .expect(200);
    const { id } = (await jonah.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 2 }).expect(201))
      .body as Created;
    let longest = 0;
    let isRead = false;
    const read = takeOnceRead(instructor, id).finally(() => (isRead = true));
    while (!isRead) {
      const from = performance.now();
      await harness.signedOut().get('/healthz').expect(200);
      longest = Math.max(longest, performance.now() - from);
      await delay(5);
    }
    expect((await read).readingState).toBe('read');
    expect(longest).toBeLessThan(2000);
  },
  60_000,
);

test('a reading that fails, or takes too long, leaves the take handed in; it can be asked for again', async () => {
  const [take] = await TakeModel.findAll({ limit: 1, attributes: ['id'] });
  const { targetHash } = (await ReadingModel.findOne({ where: { takeId: take!.id } }))!;
  const failing = (error: Error): ReaderPool => ({
    read: () => Promise.reject(error),
    leastEdits: () => Promise.reject(error),
    close: () => Promise.resolve(),
  });
  for (const [error, says] of [
    [Object.assign(new Error('x'), { name: 'AbortError' }), 'Reading it took too long.'],
    [Object.assign(new Error('x'), { code: 'ERR_WORKER_OUT_OF_MEMORY' }), 'Reading it took too much memory.'],
    [new Error('x'), 'It could not be read.'],
  ] as const) {
    const reading = await ReadingModel.create({
      takeId: take!.id,
      targetHash,
      state: 'under-way',
      claimedAt: new Date(Date.now() - 120_000),
      attempts: 1,
    });
    const runner = new ReadingRunner(harness.sequelize, SILENT, failing(error));
    // The copies of the harness look for what is lost as well: this one is only sure to get it while they have no turn.
    await reading.update({ state: 'waiting' });
    runner.start();
    let view = await takeOnceRead(instructor, take!.id);
    await runner.stop();
    if (view.readingState === 'read') continue;
    expect(view).toMatchObject({ readingState: 'not-read', notReadBecause: says });
    await instructor.post(`/api/takes/${take!.id}/readings`).expect(204);
    view = await takeOnceRead(instructor, take!.id);
    expect(view.readingState).toBe('read');
  }
});

test('what is saved while a draft is handed in is in it, or refused; nothing acknowledged is lost', async () => {
  for (let round = 0; round < 8; round++) {
    const { draft } = await exerciseAndDraft();
    const keyed = setKeys(draft.work.motion, 5, [{ ...X, value: 5 + round }]).motion;
    const [saved, handedIn] = await Promise.all([
      jonah.patch(`/api/drafts/${draft.id}`).send(changeTo(draft, keyed)),
      jonahElsewhere.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 1 }),
    ]);
    expect([
      [200, 409],
      [404, 201],
      [409, 201],
    ]).toContainEqual([saved.status, handedIn.status]);
    if (saved.status === 200) expect((await DraftModel.findByPk(draft.id))!.motion).toEqual(keyed);
  }
});

test('of what a learner can fetch while the model is hidden its keys and values cannot be worked out', async () => {
  const hidden = 437;
  const { exerciseId, draft } = await exerciseAndDraft({ modelShown: 'never' }, (motion) => ({
    ...setKeys(
      setKeys(setKeys(motion, 13, [{ ...X, value: hidden }]).motion, 1, [{ ...X, channelId: 'morph', value: 0 }])
        .motion,
      13,
      [{ ...X, channelId: 'morph', value: 0.7 }],
    ).motion,
    cues: [{ frame: 13, name: 'The apex' }],
    workRange: { first: 1, last: 13 },
    seed: 99,
  }));
  const assignment = (await jonah.get(`/api/exercises/${exerciseId}/assignment`).expect(200)).body as Assignment;
  expect(assignment.start).toMatchObject({ cues: [], guides: [], workRange: null, seed: 1 });
  expect(assignment.start.subjects[0]!.channels.map(({ id }) => id)).not.toContain('morph');
  const take = setKeys(setKeys(draft.work.motion, 1, [{ ...X, value: 100 }]).motion, 25, [{ ...X, value: 700 }]).motion;
  await jonah.patch(`/api/drafts/${draft.id}`).send(changeTo(draft, take)).expect(200);
  const { id } = (await jonah.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 2 }).expect(201)).body as Created;
  const seen = await takeOnceRead(instructor, id);
  await instructor.put(`/api/takes/${id}/review`).send({ version: 1, grade: 60, summary: '' }).expect(200);
  await instructor.post(`/api/takes/${id}/return`).send({ version: 2 }).expect(200);
  const returned = (await jonah.get(`/api/takes/${id}`).expect(200)).body as TakeView;
  const kinds = (view: TakeView): string[] => [...new Set(view.reading!.findings.map(({ kind }) => kind))].sort();
  expect(kinds(returned)).toEqual(kinds(seen));
  const series = (await jonah.get(`/api/takes/${id}/series`).expect(200)).body as unknown;
  const own = new Set(numbersIn([take, assignment.tolerances]));
  // Whoever knows the tracks rebuilds the hidden value: the take's own is off by the raw error at the frame, in percent
  // of the span.
  const known = rebuilt(seen.reading!.tracks[0]!, take);
  expect(known.find((value) => Math.abs(value - hidden) < 0.5)).toBeDefined();
  expect(returned.reading!.tracks).toEqual([]);
  for (const told of [returned.reading, series, assignment]) {
    const foreign = numbersIn(told).filter((number) => !own.has(number));
    for (const number of foreign)
      expect([hidden, 13, hidden - 400, (hidden - 400) / 6], JSON.stringify(told).slice(0, 200)).not.toContain(
        Math.round(number * 1e6) / 1e6,
      );
  }
});

function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  // Ids and times of day are full of digits that say nothing.
  if (typeof value === 'string')
    return [
      ...value
        .replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}|\d{4}-\d\d-\d\dT[\d:.]+Z/g, '')
        .matchAll(/\d+(\.\d+)?/g),
    ].map(([text]) => Number(text));
  if (typeof value !== 'object' || value === null) return [];
  // Nor does of which version a reading is.
  return Object.entries(value).flatMap(([name, part]) =>
    name === 'version' && part === READING_VERSION ? [] : numbersIn(part),
  );
}

/** What the model is at on each frame, worked out from a track of a reading and the take that was read. */
function rebuilt({ gap, span }: TrackReading, take: MotionDocument): number[] {
  const channel = take.subjects[0]!.channels.find(({ id }) => id === 'position.x')!;
  return gap.raw.map((percent, i) => sampleChannel(channel, gap.firstFrame + i) - (percent / 100) * span);
}

test('subjects of a hidden model that go along a path stand where they begin; the path is not told', () => {
  const motion = HOSTILE['one guided subject with two keys as far apart as can be']!();
  expect(bareScene(motion, { paths: false })).toMatchObject({ guides: [], subjects: [{ guide: null }] });
  expect(bareScene(motion, { paths: true }).guides).toHaveLength(1);
});

test('guessing is slowed down and then refused by account; others at the same address go on', async () => {
  const out = harness.signedOut();
  const guess = (i: number) =>
    out
      .post('/api/session')
      .set('X-Forwarded-For', `10.0.0.${i}`)
      .send({ email: DEMO_LEARNERS.leif.email, password: 'wrong' });
  const answers = await Promise.all(Array.from({ length: 26 }, (_, i) => guess(i)));
  expect(answers.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(6);
  expect(answers.filter(({ status }) => status === 401).length).toBeLessThanOrEqual(20);
  const from = performance.now();
  await out
    .post('/api/session')
    .set('X-Forwarded-For', '10.0.0.1')
    .send({ email: DEMO_LEARNERS.sena.email, password: DEMO_PASSWORD })
    .expect(200);
  expect(performance.now() - from).toBeLessThan(4000);
  await out
    .post('/api/session')
    .send({ email: `${'a'.repeat(300)}@kitchen.example`, password: 'x' })
    .expect(400);
});

test('a password is changed by who knows it and ends all other sessions; one that is lost is reset', async () => {
  const [here, there] = await Promise.all([harness.signIn('priya'), harness.signIn('priya', 1)]);
  const sessions = (await here.get('/api/sessions').expect(200)).body as OpenSession[];
  expect(sessions.length).toBeGreaterThanOrEqual(2);
  expect(sessions.filter(({ isThis }) => isThis)).toHaveLength(1);
  const third = await harness.signIn('priya');
  const other = ((await third.get('/api/sessions')).body as OpenSession[]).find(({ isThis }) => isThis)!;
  await here.delete(`/api/sessions/${other.id}`).expect(204);
  await third.get('/api/session').expect(401);
  await here.delete(`/api/sessions/${other.id}`).expect(404);
  await jonah.delete(`/api/sessions/${sessions[0]!.id}`).expect(404);
  await here.put('/api/session/password').send({ old: 'not this', password: 'a longer one now' }).expect(422);
  await here.put('/api/session/password').send({ old: DEMO_PASSWORD, password: 'short' }).expect(400);
  await here.put('/api/session/password').send({ old: DEMO_PASSWORD, password: 'a longer one now' }).expect(204);
  await here.get('/api/session').expect(200);
  await there.get('/api/session').expect(401);
  expect(await resetPassword({ email: DEMO_LEARNERS.priya.email, password: DEMO_PASSWORD })).toBe(DEMO_PASSWORD);
  await here.get('/api/session').expect(401);
  expect(await resetPassword({ email: 'nobody@kitchen.example' })).toBeNull();
});

test('pictures are drawn anew without what files carry, refused beyond their size, listed and removed', async () => {
  const send = (bytes: Buffer, type = 'image/jpeg') =>
    instructor.post(`/api/courses/${harness.courseId}/pictures`).set('content-type', type).send(bytes);
  const secret = 'Taken at the back door';
  const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#9a6b00' } })
    .jpeg()
    .withExif({ IFD0: { ImageDescription: secret } })
    .toBuffer();
  expect(jpeg.includes(secret)).toBe(true);
  const { id } = (await send(jpeg).expect(201)).body as Created;
  const kept = (await jonah.get(`/api/pictures/${id}`).expect(200)).body as Buffer;
  expect(kept.includes(secret)).toBe(false);
  expect(await sharp(kept).metadata()).toMatchObject({ format: 'jpeg', width: 40, height: 30 });
  const wide = await sharp({ create: { width: 5000, height: 20, channels: 3, background: '#ffffff' } })
    .png()
    .toBuffer();
  expect(((await send(wide, 'image/png').expect(400)).body as Problem).detail).toContain('4096 px');
  await send(jpeg.subarray(0, 60)).expect(400);
  expect((await instructor.get(`/api/courses/${harness.courseId}/pictures`).expect(200)).body).toContainEqual({
    id,
    bytes: kept.length,
    shownIn: 0,
  });
  await jonah.get(`/api/courses/${harness.courseId}/pictures`).expect(403);
  await jonah.delete(`/api/pictures/${id}`).expect(403);
  await instructor.delete(`/api/pictures/${id}`).expect(204);
  await jonah.get(`/api/pictures/${id}`).expect(404);
});

test('quotas refuse in words what is beyond them', async () => {
  const { exerciseId, draft } = await exerciseAndDraft();
  const copy = { name: 'Copy', motion: draft.work.motion, history: EMPTY_HISTORY };
  for (let i = 0; i < 9; i++) await jonah.post(`/api/exercises/${exerciseId}/drafts`).send({ copy }).expect(201);
  expect((await jonah.post(`/api/exercises/${exerciseId}/drafts`).send({ copy }).expect(422)).body).toMatchObject({
    type: '/problems/over-quota',
    detail: expect.stringContaining('ten drafts') as string,
  });
});

test('notes that come when the return has begun are refused', async () => {
  const courses = await courseOf(jonah, harness.courseId);
  const takeId = courses.exercises.flatMap(({ takes }) => takes).find(({ state }) => state === 'handed-in')!.id;
  const review = await reviewOf(instructor, takeId);
  const { version } = (
    await instructor
      .put(`/api/takes/${takeId}/review`)
      .send({ version: review!.version, grade: 70, summary: '' })
      .expect(200)
  ).body as { version: number };
  const answers = await Promise.all([
    instructor.post(`/api/takes/${takeId}/return`).send({ version }),
    ...Array.from({ length: 6 }, (_, i) =>
      instructor.post(`/api/takes/${takeId}/notes`).send({ frame: i + 1, text: 'Late.' }),
    ),
  ]);
  expect(answers[0].status).toBe(200);
  const kept = answers.slice(1).filter(({ status }) => status === 201).length;
  expect(answers.slice(1).every(({ status }) => status === 201 || status === 409)).toBe(true);
  const after = await reviewOf(jonah, takeId);
  expect(after!.notes.length - review!.notes.length).toBe(kept);
});

test('mistakes of a caller are answered as such, never as faults of the server', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  const url = `/api/courses/${harness.courseId}/plans`;
  const half = String.raw`{"title":"half \ud83d","query":""}`;
  let deep: unknown = 1;
  for (let i = 0; i < 40; i++) deep = [deep];
  const answers = [
    await jonah.get('/api/drafts/%E0%A4%A').expect(400),
    await jonah.post(url).set('content-type', 'application/json; charset=klingon').send('{}').expect(415),
    await jonah
      .post(url)
      .set('content-type', 'application/json')
      .set('content-encoding', 'lzma')
      .send('{}')
      .expect(415),
    await jonah
      .post(url)
      .set('content-type', 'application/json')
      .set('content-encoding', 'gzip')
      .send('not gzip')
      .expect(400),
    await jonah.post(url).set('content-type', 'application/json').send(half).expect(400),
    await jonah.post(url).send({ title: 'x', query: '', deep }).expect(400),
    await jonah.post(url).set('Origin', 'http://elsewhere.example').send({ title: 'x', query: '' }).expect(403),
    await instructor.post(`/api/exercises/${exerciseId}/publish`).set('Origin', 'null').expect(403),
  ];
  for (const { headers, body } of answers) {
    expect(headers['content-type']).toContain('application/problem+json');
    expect(body).toMatchObject({ type: expect.stringMatching(/^\/problems\//) as string });
  }
  await harness.signedOut().get('/healthz').expect(200);
  await harness.signedOut().get('/readyz').expect(200);
});
