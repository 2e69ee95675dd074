import type { Created, ShownTake, TakeView } from '@undulan/contract';
import { type ClipTrack, createKey, createKeyedSubject, createMotion, USUAL_TOLERANCES } from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { createHarness, type Harness, takeOnceRead } from './harness.ts';
import { aGif, announceUpload, hashOf, sendPiece } from './uploads.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
let jonah: Agent;
let exerciseId: string;

const model = {
  ...createMotion([
    createKeyedSubject(
      'pan',
      'Pan',
      { shape: 'disc', widthPx: 104, heightPx: 80, fill: '#c9782c' },
      { x: 200, y: 400 },
      {
        'position.x': [createKey(5, 200), createKey(21, 800)],
        'position.y': [createKey(5, 400), createKey(21, 400)],
      },
    ),
  ]),
};

/** Followed in a clip of 480 × 270 pixels: two frames late all along. */
const track: ClipTrack = {
  rate: { num: 24, den: 1 },
  isSteady: true,
  exposure: 1,
  frames: Array.from({ length: 25 }, (_, i) => {
    const share = Math.min(1, Math.max(0, (i - 6) / 16));
    return { seconds: i / 24, x: 100 + 300 * share * share * (3 - 2 * share), y: 200, confidence: 1, guessed: false };
  }),
  events: [],
};
const followed = { by: 'colour', width: 480, height: 270, track };

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines, jonah] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('ines'),
    harness.signIn('jonah'),
  ]);
  exerciseId = await exerciseThatTakes('clips');
});
afterAll(() => harness.close());

async function exerciseThatTakes(accepts: 'keyed' | 'clips' | 'both'): Promise<string> {
  const details = {
    title: `Pan, ${accepts}`,
    brief: '',
    tolerances: USUAL_TOLERANCES,
    modelShown: 'always',
    accepts,
    clipLimits: { megabytes: 2, seconds: 5 },
  };
  const made = await instructor
    .post(`/api/courses/${harness.courseId}/exercises`)
    .send({ work: { motion: model, details } })
    .expect(201);
  const { id } = made.body as Created;
  await instructor.post(`/api/exercises/${id}/publish`).expect(204);
  return id;
}

const announce = (who: Agent, { of = exerciseId, ...rest }: { of?: string; size: number; hash?: string }) =>
  announceUpload(who, { of: { exerciseId: of }, ...rest });

async function upload(who: Agent, bytes: Buffer): Promise<string> {
  const { location } = (await announce(who, { size: bytes.length, hash: hashOf(bytes) }).expect(201)).headers;
  const half = Math.floor(bytes.length / 2);
  await sendPiece(who, location!, 0, bytes.subarray(0, half)).expect(204);
  // Cut off: it goes on where it was, as any copy of the server says.
  const state = await who.head(location!).set('Tus-Resumable', '1.0.0').expect(200);
  expect(state.headers['upload-offset']).toBe(String(half));
  await sendPiece(who, location!, half, bytes.subarray(half)).expect(204);
  return location!.split('/').at(-1)!;
}

test('a clip comes in pieces, goes out in parts, and becomes a take that is read', async () => {
  const bytes = aGif(300_000);
  const clipId = await upload(ines, bytes);
  const part = await ines.get(`/api/clips/${clipId}`).set('Range', 'bytes=149990-150009').buffer().expect(206);
  expect(part.headers['content-range']).toBe('bytes 149990-150009/300000');
  expect(Buffer.compare(part.body as Buffer, bytes.subarray(149_990, 150_010))).toBe(0);
  const all = await ines.get(`/api/clips/${clipId}`).buffer().expect(200).expect('content-type', 'image/gif');
  expect(hashOf(all.body as Buffer)).toBe(hashOf(bytes));
  await ines.get(`/api/clips/${clipId}`).set('Range', 'bytes=900000-').expect(416);

  await jonah.get(`/api/clips/${clipId}`).expect(404);
  await instructor.get(`/api/clips/${clipId}`).expect(404);
  await jonah.post(`/api/exercises/${exerciseId}/clips`).send({ clipId, followed }).expect(404);

  const made = await ines
    .post(`/api/exercises/${exerciseId}/clips`)
    .send({ clipId, followed, title: 'Mine' })
    .expect(201);
  const { id } = made.body as Created;
  await ines.post(`/api/exercises/${exerciseId}/clips`).send({ clipId, followed }).expect(409);
  await instructor.get(`/api/clips/${clipId}`).expect(200);
  await jonah.get(`/api/clips/${clipId}`).expect(404);
  const view = (await instructor.get(`/api/takes/${id}`).expect(200)).body as TakeView;
  expect(view.clip).toMatchObject({ id: clipId, name: 'pan.gif', bytes: 300_000, registration: { scale: 2 } });
  const reading = (await takeOnceRead(instructor, id)).reading!;
  expect(reading.findings.map(({ kind }) => kind)).toContain('key-late');
  expect(reading.findings.every(({ subjectId }) => subjectId === 'pan' || subjectId === null)).toBe(true);
});

test('what is no clip, too large, not what was sent, or not taken is refused, and nothing of it kept', async () => {
  await announce(ines, { size: 3_000_000 }).expect(413);
  await announce(ines, { size: 0 }).expect(400);
  await announce(ines, { size: 100, hash: 'no hash' }).expect(400);
  await announce(ines, { size: 100, of: '00000000-0000-4000-8000-000000000000' }).expect(404);
  await announce(instructor, { size: 100 }).expect(403);
  await announce(ines, { size: 100, of: await exerciseThatTakes('keyed') }).expect(403);
  const script = Buffer.from('<script>alert(1)</script>');
  const { location } = (await announce(ines, { size: script.length, hash: hashOf(script) }).expect(201)).headers;
  await sendPiece(jonah, location!, 0, script).expect(404);
  await sendPiece(ines, location!, 0, script).expect(415);
  const bytes = aGif(1000);
  const other = (await announce(ines, { size: 1000, hash: hashOf(aGif(1000)) }).expect(201)).headers['location']!;
  await sendPiece(ines, other, 10, bytes).expect(409);
  await sendPiece(ines, other, 0, Buffer.concat([bytes, bytes])).expect(413);
  await sendPiece(ines, other, 0, bytes).expect(460);
  await ines.get(`/api/clips/${other.split('/').at(-1)}`).expect(404);
  await ines.head(other).set('Tus-Resumable', '1.0.0').expect(404);
});

test('a clip that runs too long, or of which nothing sensible was followed, is no take', async () => {
  const clipId = await upload(ines, aGif(2000));
  const send = (body: object) => ines.post(`/api/exercises/${exerciseId}/clips`).send({ clipId, ...body });
  const slow = { ...track, frames: track.frames.map((frame, i) => ({ ...frame, seconds: i })) };
  await send({ followed: { ...followed, track: slow } }).expect(413);
  await send({ followed: { ...followed, track: { ...track, frames: track.frames.slice(0, 1) } } }).expect(400);
  const far = { ...track, frames: track.frames.map((frame) => ({ ...frame, x: 1e12 })) };
  await send({ followed: { ...followed, track: far } }).expect(400);
  // Times that go back, and few pictures that stand for more frames than a motion can have.
  const back = track.frames.map((frame, i) => (i === 12 ? { ...frame, seconds: 900_000 } : frame));
  await send({ followed: { ...followed, track: { ...track, frames: back } } }).expect(400);
  const fast = {
    ...track,
    rate: { num: 240, den: 1 },
    frames: slow.frames.map((frame) => ({ ...frame, seconds: 9 * frame.seconds })),
  };
  await send({ followed: { ...followed, track: fast } }).expect(400);
  await send({ followed }).expect(201);
});

test('an exercise that takes clips only takes no drafts', async () => {
  const draft = (await ines.post(`/api/exercises/${exerciseId}/drafts`).send({}).expect(201)).body as Created;
  const refused = await ines.post(`/api/drafts/${draft.id}/hand-in`).send({ version: 1 }).expect(403);
  expect((refused.body as { detail: string }).detail).toBe('This exercise takes clips only. Your draft is kept.');
});

test('an instructor follows a clip anew: it is read by that; no learner can, nobody once it is returned', async () => {
  const clipId = await upload(jonah, aGif(4000));
  const handed = await jonah.post(`/api/exercises/${exerciseId}/clips`).send({ clipId, followed }).expect(201);
  const { id } = handed.body as Created;
  const before = await takeOnceRead(instructor, id);
  const early = track.frames.map((frame, i) => ({ ...track.frames[Math.min(24, i + 2)]!, seconds: frame.seconds }));
  const follow = { followed: { ...followed, track: { ...track, frames: early } } };
  const address = `/api/takes/${id}/followed`;
  await jonah.put(address).send(follow).expect(403);
  await ines.put(address).send(follow).expect(404);
  await instructor
    .put(address)
    .send({ followed: { ...followed, by: 'ear' } })
    .expect(400);
  const short = { ...track, shake: [{ x: 0, y: 0 }] };
  await instructor
    .put(address)
    .send({ followed: { ...followed, track: short } })
    .expect(400);
  await instructor.put(address).send(follow).expect(204);
  const after = await takeOnceRead(instructor, id);
  expect(before.reading!.findings.map(({ kind }) => kind)).not.toEqual([]);
  expect(after.reading!.findings).toEqual([]);
  expect(after.reading!.ofClip).toMatchObject({ leftOut: 0 });
  const { version } = (await instructor.get(`/api/takes/${id}/review`).expect(200)).body as { version: number };
  const graded = await instructor
    .put(`/api/takes/${id}/review`)
    .send({ version, grade: 80, summary: 'Good.' })
    .expect(200);
  await instructor
    .post(`/api/takes/${id}/return`)
    .send(graded.body as object)
    .expect(200);
  await instructor.put(address).send(follow).expect(409);
  // Shown in the gallery, its film is seen by the others, as long as it is shown.
  await ines.get(`/api/clips/${clipId}`).expect(404);
  await jonah.put(`/api/takes/${id}/shown`).send({ title: 'Poured', tags: [], note: '' }).expect(204);
  const { view } = (await ines.get(`/api/gallery/${id}`).expect(200)).body as ShownTake;
  expect(view.clip).toMatchObject({ id: clipId, name: 'pan.gif' });
  await ines.get(`/api/clips/${clipId}`).expect(200);
  await jonah.delete(`/api/takes/${id}/shown`).expect(204);
  await ines.get(`/api/clips/${clipId}`).expect(404);
});
