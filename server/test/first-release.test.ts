import { fileURLToPath } from 'node:url';
import type { Draft, ExerciseSetting } from '@undulan/contract';
import { MOTION_VERSION, parseMotion, READING_VERSION, undoStep } from '@undulan/core';
import { QueryTypes } from 'sequelize';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { courseOf, createHarness, type Harness, overviewOf, reviewOf, takeOnceRead } from './harness.ts';

/**
 * A database as the first release wrote it: its demo course, and of Ines a third take of the Drawer slide that is being
 * reviewed, and a draft after it with a step to undo. Made with `npm run backup` of that release's own `npm start`.
 */
const FIRST_RELEASE = fileURLToPath(new URL('./first-release.sql.gz', import.meta.url));

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness({ from: FIRST_RELEASE });
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

test('whoever was there is there, with all that was handed in and said of it', async () => {
  const counts = await Promise.all(
    ['people', 'exercises', 'drafts', 'takes', 'reviews', 'notes'].map(async (table) => {
      const [row] = await harness.sequelize.query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`, {
        type: QueryTypes.SELECT,
      });
      return [table, Number(row!.n)];
    }),
  );
  expect(Object.fromEntries(counts)).toEqual({
    people: 7,
    exercises: 6,
    drafts: 5,
    takes: 16,
    reviews: 16,
    notes: 11,
  });
  const [drawer] = (await courseOf(ines, harness.courseId)).exercises;
  expect(drawer).toMatchObject({ title: 'Drawer slide' });
  expect(drawer!.takes.map(({ state }) => state)).toEqual(['returned', 'returned', 'handed-in']);
  const [first, , third] = drawer!.takes;
  const returned = await reviewOf(ines, first!.id);
  expect(returned!.notes.length).toBeGreaterThan(0);
  expect(returned!.instructorName).toBe('Marta Olesen');
  expect(await reviewOf(ines, third!.id)).toBeNull();
  expect(await reviewOf(instructor, third!.id)).toMatchObject({
    grade: 71,
    summary: 'Nearly: wait longer before it leaves.',
    notes: [{ frame: 9, text: 'Here it should still be standing.' }],
  });
});

test('every exercise and take is of this version, and is read anew as this version reads', async () => {
  const { exercises, standings } = await overviewOf(instructor, harness.courseId);
  for (const { id } of exercises) {
    const { work } = (await instructor.get(`/api/exercises/${id}`).expect(200)).body as ExerciseSetting;
    expect(parseMotion(work.motion)).toEqual({ ok: true, value: work.motion });
  }
  for (const { id } of standings.flatMap(({ takes }) => takes)) {
    const view = await takeOnceRead(instructor, id);
    expect(view).toMatchObject({ targetChanged: false, motion: { version: MOTION_VERSION } });
    expect(view.reading?.version).toBe(READING_VERSION);
  }
  await instructor.get(`/api/courses/${harness.courseId}/ledger`).expect(200);
});

test('a draft is opened with what can be undone of it, saved and handed in', async () => {
  const [drawer] = (await courseOf(ines, harness.courseId)).exercises;
  const path = `/api/drafts/${drawer!.drafts[0]!.id}`;
  const draft = (await ines.get(path).expect(200)).body as Draft;
  const valueAt9 = ({ motion }: Draft['work']): number =>
    motion.subjects
      .flatMap(({ channels }) => channels)
      .flatMap(({ keys }) => keys.filter(({ frame }) => frame === 9))[0]!.value;
  expect(draft.nextTakeNumber).toBe(4);
  expect(draft.history.steps.map(({ name }) => name)).toEqual(['Value']);
  expect(valueAt9(draft.work)).toBe(555);
  const { work, history } = undoStep(draft.history, draft.work)!;
  expect(valueAt9(work)).toBe(420);
  await ines.put(path).send({ version: draft.version, work, history }).expect(200);
  const { id } = (
    await ines
      .post(`${path}/hand-in`)
      .send({ version: draft.version + 1 })
      .expect(201)
  ).body as {
    id: string;
  };
  expect(await takeOnceRead(instructor, id)).toMatchObject({ number: 4, reading: { version: READING_VERSION } });
});
