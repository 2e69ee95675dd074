import type { References } from '@undulan/contract';
import { makeStandIn, placeWhole, STAND_IN_SAMPLE_RATE, writeWav } from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { createHarness, exerciseIdOf, type Harness } from './harness.ts';
import { aGif, announceUpload, hashOf, sendPiece, sendWhole } from './uploads.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
let jonah: Agent;
let exerciseId: string;
let course: { courseId: string };

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines, jonah] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('ines'),
    harness.signIn('jonah'),
  ]);
  exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Honey thread');
  course = { courseId: harness.courseId };
});
afterAll(() => harness.close());

const KNOCK = Buffer.from(writeWav(makeStandIn('knock'), STAND_IN_SAMPLE_RATE));
const PLACEMENT = placeWhole(1, 2.5);

const referencesOf = async (who: Agent): Promise<References> =>
  (await who.get(`/api/exercises/${exerciseId}/references`).expect(200)).body as References;
const lay = (who: Agent, clipId: string | null, placement: object = PLACEMENT) =>
  who.put(`/api/exercises/${exerciseId}/reference`).send({ reference: clipId && { clipId, placement } });

test('what an instructor lays is given to all of the course; what a learner lays is theirs alone', async () => {
  const given = await sendWhole(instructor, course, KNOCK);
  await jonah.get(`/api/clips/${given}`).expect(404);
  await lay(instructor, given).expect(204);
  const seen = await referencesOf(jonah);
  expect(seen.given).toMatchObject({ clipId: given, type: 'audio/wav', bytes: KNOCK.length, placement: PLACEMENT });
  expect(seen.own).toBeNull();
  const bytes = await jonah
    .get(`/api/clips/${given}`)
    .expect(200)
    .expect('content-type', /audio\/wav/);
  expect(hashOf(bytes.body as Buffer)).toBe(hashOf(KNOCK));

  const own = await sendWhole(ines, course, aGif(3000));
  await lay(ines, own, { ...PLACEMENT, startFrame: 5, shown: 'under' }).expect(204);
  expect((await referencesOf(ines)).own).toMatchObject({ clipId: own, placement: { startFrame: 5, shown: 'under' } });
  expect((await referencesOf(jonah)).own).toBeNull();
  await jonah.get(`/api/clips/${own}`).expect(404);
  await instructor.get(`/api/clips/${own}`).expect(404);
  // Jonah may lay what is given to him otherwise, never what is another's.
  await lay(jonah, given, { ...PLACEMENT, speed: 0.5 }).expect(204);
  expect((await referencesOf(jonah)).own).toMatchObject({ clipId: given, placement: { speed: 0.5 } });
  await lay(jonah, own).expect(404);

  await lay(ines, null).expect(204);
  expect((await referencesOf(ines)).own).toBeNull();
  await lay(instructor, null).expect(204);
  // Nor is it Jonah's any more, who had laid it on his own ruler; given again, it lies there as he had it.
  await ines.get(`/api/clips/${given}`).expect(404);
  expect(await referencesOf(jonah)).toEqual({ given: null, own: null });
  await lay(instructor, given).expect(204);
  expect((await referencesOf(jonah)).own).toMatchObject({ clipId: given, placement: { speed: 0.5 } });
  await lay(instructor, null).expect(204);
});

test("the Planner's reference is each person's own, in each course", async () => {
  const clipId = await sendWhole(jonah, course, KNOCK);
  const address = `/api/courses/${harness.courseId}/reference`;
  await jonah
    .put(address)
    .send({ reference: { clipId, placement: PLACEMENT } })
    .expect(204);
  expect(((await jonah.get(address).expect(200)).body as References).own?.clipId).toBe(clipId);
  expect(((await ines.get(address).expect(200)).body as References).own).toBeNull();
  await jonah.put(`/api/courses/${exerciseId}/reference`).send({ reference: null }).expect(404);
});

test('an exercise that is not published gives learners nothing', async () => {
  const clipId = await sendWhole(instructor, course, KNOCK);
  await lay(instructor, clipId).expect(204);
  await instructor.post(`/api/exercises/${exerciseId}/withdraw`).expect(204);
  await ines.get(`/api/exercises/${exerciseId}/references`).expect(404);
  await lay(ines, clipId).expect(404);
  await ines.get(`/api/clips/${clipId}`).expect(404);
  await instructor.post(`/api/exercises/${exerciseId}/publish`).expect(204);
  await ines.get(`/api/clips/${clipId}`).expect(200);
});

test('what cannot lie on a ruler is refused in words, and nothing is laid', async () => {
  const clipId = await sendWhole(ines, course, KNOCK);
  for (const wrong of [
    { ...PLACEMENT, speed: 0 },
    { ...PLACEMENT, fromSeconds: 3 },
    { ...PLACEMENT, toSeconds: 1e9 },
    { ...PLACEMENT, startFrame: 1e12 },
    { ...PLACEMENT, shown: 'everywhere' },
    {},
  ])
    await lay(ines, clipId, wrong).expect(400);
  await lay(ines, '00000000-0000-4000-8000-000000000000').expect(404);
  await ines.put(`/api/exercises/${exerciseId}/reference`).send({}).expect(400);
  expect((await referencesOf(ines)).own).toBeNull();
});

test('uploads for a reference: only by people of the course, of footage or sound, within their size', async () => {
  const nowhere = '00000000-0000-4000-8000-000000000000';
  await announceUpload(ines, { of: { courseId: nowhere }, size: 1000 }).expect(404);
  await announceUpload(ines, { of: { ...course, exerciseId }, size: 1000 }).expect(400);
  await announceUpload(ines, { of: {}, size: 1000 }).expect(400);
  await announceUpload(ines, { of: course, size: 201_000_000 }).expect(413);
  await announceUpload(ines, { of: course, size: 0 }).expect(400);
  const { location } = (await announceUpload(ines, { of: course, size: 2000 }).expect(201)).headers;
  await sendPiece(ines, location!, 0, Buffer.alloc(2000, 'a page of text ')).expect(415);
  await ines.head(location!).set('Tus-Resumable', '1.0.0').expect(404);
});

test('a sound is no take, and a reference is handed in as none', async () => {
  const details = { title: 'Pan by clip', brief: '', modelShown: 'always', accepts: 'clips' };
  const before = (await instructor.get(`/api/exercises/${exerciseId}`).expect(200)).body as {
    work: { motion: unknown; details: object };
  };
  const made = await instructor
    .post(`/api/courses/${harness.courseId}/exercises`)
    .send({ work: { motion: before.work.motion, details: { ...before.work.details, ...details } } })
    .expect(201);
  const { id } = made.body as { id: string };
  await instructor.post(`/api/exercises/${id}/publish`).expect(204);
  const { location } = (
    await announceUpload(ines, { of: { exerciseId: id }, size: KNOCK.length, hash: hashOf(KNOCK) }).expect(201)
  ).headers;
  await sendPiece(ines, location!, 0, KNOCK).expect(415);
  const clipId = await sendWhole(ines, course, aGif(3000));
  const frames = [0, 1, 2].map((i) => ({ seconds: i / 24, x: i, y: 0, confidence: 1, guessed: false }));
  const track = { rate: { num: 24, den: 1 }, isSteady: true, exposure: 1, frames, events: [] };
  await ines
    .post(`/api/exercises/${id}/clips`)
    .send({ clipId, followed: { by: 'colour', width: 9, height: 9, track } })
    .expect(404);
});
