import type { Created, LessonSummary, StoredLesson } from '@undulan/contract';
import { createBoard, createLesson, createMotion, createSubject, usualVariant } from '@undulan/core';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { CourseModel, EnrolmentModel } from '../src/courses/course.model.ts';
import { DEMO_INSTRUCTOR, DEMO_LEARNERS } from '../src/demo/demo-people.ts';
import { PLATE_PICTURE_ID } from '../src/demo/made-scenes.ts';
import { PersonModel } from '../src/people/person.model.ts';
import { createHarness, type Harness } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
});
afterAll(() => harness.close());

const lessonsPath = () => `/api/courses/${harness.courseId}/lessons`;
const listed = async (who: Agent) => (await who.get(lessonsPath()).expect(200)).body as LessonSummary[];
const stored = async (who: Agent, id: string) => (await who.get(`/api/lessons/${id}`).expect(200)).body as StoredLesson;
const created = async (name: string) =>
  (
    (
      await instructor
        .post(lessonsPath())
        .send({ lesson: createLesson(name) })
        .expect(201)
    ).body as Created
  ).id;

test('the demo course comes with ten lessons; a learner reads them without what is for the presenter', async () => {
  const lessons = await listed(ines);
  expect(lessons).toHaveLength(10);
  expect(lessons[2]).toMatchObject({
    name: '3 Spacing: same ends, same frames',
    boards: ['Slow at the ends', 'By halves', 'How much?'],
  });
  const [forInstructor, forLearner] = await Promise.all([
    stored(instructor, lessons[2]!.id),
    stored(ines, lessons[2]!.id),
  ]);
  expect(forInstructor.lesson.boards[0]!.notes).toMatch(/fastest/);
  expect(forLearner.lesson.boards.map(({ notes }) => notes)).toEqual(['', '', '']);
  expect(forLearner.lesson.boards[0]!.lanes).toEqual(forInstructor.lesson.boards[0]!.lanes);
  // The smallest of the course's exercises.
  expect(forLearner.tolerances).toEqual({ keyFrames: 1, spacingPercent: 4 });
});

test('a lesson is kept by its version: what was written meanwhile is not lost', async () => {
  const id = await created('Pans');
  const lesson = createLesson('Pans and lids');
  await instructor.put(`/api/lessons/${id}`).send({ version: 1, lesson }).expect(200, { version: 2 });
  await instructor
    .put(`/api/lessons/${id}`)
    .send({ version: 1, lesson: createLesson('Late') })
    .expect(409);
  expect((await stored(instructor, id)).lesson.name).toBe('Pans and lids');
  expect((await listed(instructor)).at(-1)).toEqual({ id, name: 'Pans and lids', boards: [] });
  await instructor.delete(`/api/lessons/${id}`).expect(204);
  await instructor.get(`/api/lessons/${id}`).expect(404);
});

test('what instructors do with lessons is refused to learners, and strangers learn nothing of them', async () => {
  const [{ id }] = (await listed(ines)) as [LessonSummary];
  const lesson = createLesson('Mine now');
  await ines.post(lessonsPath()).send({ lesson }).expect(403);
  await ines.put(`/api/lessons/${id}`).send({ version: 1, lesson }).expect(403);
  await ines.delete(`/api/lessons/${id}`).expect(403);
  await ines.post(`/api/lessons/${id}/copies`).send({ courseId: harness.courseId }).expect(403);
  await ines
    .put(`${lessonsPath()}/order`)
    .send({ ids: [id] })
    .expect(403);
  await harness.signedOut().get(`/api/lessons/${id}`).expect(401);
  for (const wrong of ['nothing', '00000000-0000-4000-8000-000000000000'])
    await instructor.get(`/api/lessons/${wrong}`).expect(404);
});

test('lessons are copied and put in another order; an order that is none changes nothing', async () => {
  const [first] = await listed(instructor);
  const copy = (
    await instructor.post(`/api/lessons/${first!.id}/copies`).send({ courseId: harness.courseId }).expect(201)
  ).body as Created;
  expect((await stored(instructor, copy.id)).lesson.name).toBe(`${first!.name} (copy)`);
  await instructor.post(`/api/lessons/${first!.id}/copies`).send({ courseId: 'elsewhere' }).expect(404);
  const ids = (await listed(instructor)).map(({ id }) => id);
  const turned = ids.toReversed();
  await instructor.put(`${lessonsPath()}/order`).send({ ids: turned }).expect(204);
  expect((await listed(instructor)).map(({ id }) => id)).toEqual(turned);
  for (const wrong of [ids.slice(1), [...ids.slice(1), ids[1]!], [...ids, first!.id]])
    await instructor.put(`${lessonsPath()}/order`).send({ ids: wrong }).expect(400);
  expect((await listed(instructor)).map(({ id }) => id)).toEqual(turned);
});

test('a copy in another course shows its pictures to the people of that course, and keeps each once', async () => {
  const elsewhere = await CourseModel.create({ title: 'Another kitchen' });
  const members = await PersonModel.findAll({ where: { email: [DEMO_INSTRUCTOR.email, DEMO_LEARNERS.leif.email] } });
  for (const { id, email } of members) {
    const role = email === DEMO_INSTRUCTOR.email ? 'instructor' : 'learner';
    await EnrolmentModel.create({ courseId: elsewhere.id, personId: id, role });
  }
  const look = { shape: 'picture', widthPx: 90, heightPx: 90, fill: '#6b7680', pictureId: PLATE_PICTURE_ID } as const;
  const plate = createMotion([createSubject('plate', 'Plate', look, { x: 0, y: 0 })]);
  const lane = { id: 'lane', name: 'It', variant: usualVariant('own'), motion: plate };
  const lesson = createLesson('Plates', [createBoard('board', 'Plate', plate, [lane])]);
  const { id } = (await instructor.post(lessonsPath()).send({ lesson }).expect(201)).body as Created;
  const copied = async () => {
    const copy = (await instructor.post(`/api/lessons/${id}/copies`).send({ courseId: elsewhere.id }).expect(201))
      .body as Created;
    const [board] = (await stored(instructor, copy.id)).lesson.boards;
    return [board!.motion, board!.lanes[0]!.motion!].map(({ subjects }) => subjects[0]!.look.pictureId!);
  };
  const ids = [...(await copied()), ...(await copied())];
  expect(new Set(ids).size).toBe(1);
  expect(ids[0]).not.toBe(PLATE_PICTURE_ID);
  const leif = await harness.signIn('leif');
  await leif.get(`/api/pictures/${ids[0]!}`).expect(200);
  await ines.get(`/api/pictures/${ids[0]!}`).expect(404);
});

test('a lesson that is none is refused with where it is wrong', async () => {
  const send = (lesson: unknown) => instructor.post(lessonsPath()).send({ lesson });
  await send({ ...createLesson('x'), name: ' ' }).expect(400);
  await send({ ...createLesson('x'), boards: Array(25).fill({}) }).expect(400);
  const { lesson } = await stored(instructor, (await listed(instructor))[0]!.id);
  const [board] = lesson.boards;
  const withLane = (lane: object) => ({ ...lesson, boards: [{ ...board, lanes: [{ ...board!.lanes[0], ...lane }] }] });
  const answer = await send(withLane({ variant: { kind: 'rate', amount: 1e9 } })).expect(400);
  expect(JSON.stringify(answer.body)).toMatch(/out of its bounds/);
  await send(withLane({ variant: { kind: 'length', amount: 2.5 } })).expect(400);
  await send(withLane({ variant: { kind: 'nonsense', amount: 1 } })).expect(400);
  await send(withLane({ name: 'The same move' })).expect(201);
});
