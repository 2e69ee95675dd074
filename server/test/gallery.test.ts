import type { CoursePeople, Created, Gallery, Shown, ShownTake } from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { courseOf, createHarness, type Harness } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
let jonah: Agent;
/** A returned take of Ines's, and one that waits. */
let takeId: string;
let waiting: string;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines, jonah] = await Promise.all([
    harness.signIn('instructor'),
    harness.signIn('ines'),
    harness.signIn('jonah'),
  ]);
  const takes = (await courseOf(ines, harness.courseId)).exercises.flatMap((exercise) => exercise.takes);
  takeId = takes.find(({ state }) => state === 'returned')!.id;
  waiting = takes.find(({ state }) => state === 'handed-in')!.id;
});
afterAll(() => harness.close());

const WORDS = { title: 'The drawer that sticks', tags: ['weight'], note: 'Look at frame 9.' };
const show = (who: Agent, id: string, words: object = WORDS) => who.put(`/api/takes/${id}/shown`).send(words);
/** What Ines shows of that take; the demo shows others. */
const titles = async (who: Agent): Promise<string[]> =>
  ((await who.get(`/api/courses/${harness.courseId}/gallery`).expect(200)).body as Gallery).items
    .filter((item) => item.takeId === takeId)
    .map(({ title, learnerName }) => `${title}, ${learnerName}`);

test('a learner shows a returned take of their own, says what it is, and takes it down', async () => {
  await show(ines, waiting).expect(403);
  await show(jonah, takeId).expect(404);
  await show(instructor, takeId).expect(403);
  for (const bad of [{ title: ' ' }, { title: 'x'.repeat(121) }, { tags: 'weight' }, { note: 'x'.repeat(2001) }])
    await show(ines, takeId, { ...WORDS, ...bad }).expect(400);
  expect((await ines.get(`/api/takes/${takeId}/shown`).expect(200)).body).toEqual({ shown: null } satisfies Shown);
  await show(ines, takeId).expect(204);
  await show(ines, takeId, { ...WORDS, title: 'The drawer that stuck' }).expect(204);
  expect(await titles(jonah)).toEqual(['The drawer that stuck, Ines Calado']);
  await jonah.delete(`/api/takes/${takeId}/shown`).expect(403);
  await ines.delete(`/api/takes/${takeId}/shown`).expect(204);
  expect(await titles(jonah)).toEqual([]);
  await ines.delete(`/api/takes/${takeId}/shown`).expect(404);
});

test('others see the motion and what is remarked; nothing of review, reading or target', async () => {
  await show(ines, takeId).expect(204);
  const shown = (await jonah.get(`/api/gallery/${takeId}`).expect(200)).body as ShownTake;
  expect(shown).toMatchObject({ note: WORDS.note, remarks: [], mayTakeDown: false });
  const { view } = shown;
  expect(view.motion.subjects.length).toBeGreaterThan(0);
  expect([view.grade, view.target, view.reading, view.note, view.siblings, view.readings]).toEqual([
    null,
    null,
    null,
    '',
    [],
    [],
  ]);
  // The take itself stays theirs.
  await jonah.get(`/api/takes/${takeId}`).expect(404);
  await jonah.get(`/api/takes/${takeId}/review`).expect(404);
  const remark = async (who: Agent, text: string): Promise<string> =>
    ((await who.post(`/api/gallery/${takeId}/remarks`).send({ frame: 9, text }).expect(201)).body as Created).id;
  const [own, other] = [await remark(jonah, 'It sticks well.'), await remark(instructor, 'Yes.')];
  for (const bad of [{ frame: 9, text: ' ' }, { frame: 'nine', text: 'x' }, { text: 'x' }])
    await jonah.post(`/api/gallery/${takeId}/remarks`).send(bad).expect(400);
  const remarks = async (who: Agent) => ((await who.get(`/api/gallery/${takeId}`)).body as ShownTake).remarks;
  expect((await remarks(jonah)).map(({ text, authorName, mayRemove }) => [text, authorName, mayRemove])).toEqual([
    ['It sticks well.', 'Jonah Whitby', true],
    ['Yes.', 'Marta Olesen', false],
  ]);
  await jonah.delete(`/api/gallery/${takeId}/remarks/${other}`).expect(403);
  await jonah.delete(`/api/gallery/${takeId}/remarks/${own}`).expect(204);
  // Whose take it is takes any remark away.
  await ines.delete(`/api/gallery/${takeId}/remarks/${other}`).expect(204);
  expect(await remarks(ines)).toEqual([]);
  await ines.delete(`/api/gallery/${takeId}/remarks/${other}`).expect(404);
});

test('nothing leaves the course, nor stays there when its learner has left; an instructor takes it down', async () => {
  const course = (await instructor.post('/api/courses').send({ title: 'Elsewhere' }).expect(201)).body as Created;
  const { body } = await instructor
    .post(`/api/courses/${course.id}/invitations`)
    .send({ role: 'learner', places: 1, days: 1 });
  const stranger = harness.signedOut();
  await stranger
    .post(`/api/invitations/${(body as { code: string }).code}/accounts`)
    .send({ name: 'Dario Lund', email: 'dario@kitchen.example', password: 'a-long-password' })
    .expect(201);
  for (const path of [`/api/gallery/${takeId}`, `/api/courses/${harness.courseId}/gallery`]) {
    await stranger.get(path).expect(404);
    await harness.signedOut().get(path).expect(401);
  }
  await stranger.post(`/api/gallery/${takeId}/remarks`).send({ frame: 1, text: 'Hello' }).expect(404);
  const people = `/api/courses/${harness.courseId}/people`;
  const { people: all } = (await instructor.get(people)).body as CoursePeople;
  const { id } = all.find(({ name }) => name === 'Ines Calado')!;
  await instructor.delete(`${people}/${id}`).expect(204);
  expect(await titles(jonah)).toEqual([]);
  await jonah.get(`/api/gallery/${takeId}`).expect(404);
  const back = await instructor
    .post(`/api/courses/${harness.courseId}/invitations`)
    .send({ role: 'learner', places: 1, days: 1 });
  await ines.post(`/api/invitations/${(back.body as { code: string }).code}/join`).expect(200);
  expect(await titles(jonah)).toHaveLength(1);
  await instructor.delete(`/api/takes/${takeId}/shown`).expect(204);
  expect(await titles(ines)).toEqual([]);
});
