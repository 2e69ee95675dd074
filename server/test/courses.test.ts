import type {
  Activity,
  Arrangement,
  CourseOverview,
  Created,
  ExerciseSetting,
  Outbox,
  PutAway,
  References,
  SetDrill,
  SignedIn,
} from '@undulan/contract';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ExerciseModel } from '../src/exercises/exercise.model.ts';
import { announceOpened } from '../src/mail/announce-opened.ts';
import { MessageModel } from '../src/mail/message.model.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf, reviewOf } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;
let course: string;

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
  course = `/api/courses/${harness.courseId}`;
});
afterAll(() => harness.close());

const overview = (): Promise<CourseOverview> => overviewOf(instructor, harness.courseId);
const titlesOf = ({ exercises }: { exercises: { title: string }[] }): string[] => exercises.map(({ title }) => title);
const putAway = async (): Promise<PutAway[]> =>
  (await instructor.get(`${course}/put-away`).expect(200)).body as PutAway[];

test('exercises are put in order under units with days; what does not name each once is refused', async () => {
  const ids = (await overview()).exercises.map(({ id }) => id);
  const arrange = (arrangement: object, who = instructor) => who.put(`${course}/arrangement`).send(arrangement);
  const unit = (title: string, exerciseIds: string[], of: object = {}) => ({
    id: null,
    title,
    from: null,
    to: null,
    exerciseIds,
    ...of,
  });
  const units: Arrangement['units'] = [
    unit('Weight', ids.slice(4, 6), { from: '2026-09-07', to: '2026-09-20' }),
    unit('Spacing', ids.slice(2, 4)),
  ];
  const arrangement = { loose: [ids[1]!, ids[0]!, ...ids.slice(6)], units };
  await arrange(arrangement, ines).expect(403);
  await arrange(arrangement).expect(204);
  const arranged = await overview();
  expect(arranged.units).toMatchObject([
    { title: 'Weight', from: '2026-09-07', to: '2026-09-20' },
    { title: 'Spacing', from: null, to: null },
  ]);
  expect(arranged.exercises.map(({ id }) => id)).toEqual([
    ids[1],
    ids[0],
    ...ids.slice(6),
    ...ids.slice(4, 6),
    ...ids.slice(2, 4),
  ]);
  expect(arranged.exercises.filter(({ unitId }) => unitId === arranged.units[0]!.id).map(({ id }) => id)).toEqual(
    ids.slice(4, 6),
  );
  expect((await courseOf(ines, harness.courseId)).units).toEqual(arranged.units);
  const [weight] = arranged.units;
  for (const [bad, status] of [
    [{ ...arrangement, loose: ids.slice(6) }, 409],
    [{ ...arrangement, loose: [...arrangement.loose, ids[0]] }, 409],
    [{ loose: ids, units: [unit('Spacing', [], { id: '00000000-0000-4000-8000-000000000000' })] }, 409],
    [{ loose: ids, units: [unit('A', [], { id: weight!.id }), unit('B', [], { id: weight!.id })] }, 409],
    [{ loose: ids, units: [unit(' ', [])] }, 400],
    [{ loose: ids, units: [unit('A', [], { from: '2026-09-07', to: '2026-09-06' })] }, 400],
    [{ loose: ids, units: [unit('A', [], { from: 'soon' })] }, 400],
    [{ loose: 'all', units: [] }, 400],
  ] as const)
    await arrange(bad).expect(status);
  expect(await overview()).toEqual(arranged);
  // A unit that is given up leaves its exercises.
  await arrange({ loose: ids, units: [unit('Heavy things', [], { id: weight!.id })] }).expect(204);
  const after = await overview();
  expect(after.units).toMatchObject([{ id: weight!.id, title: 'Heavy things' }]);
  expect(after.exercises.map(({ id }) => id)).toEqual(ids);
});

test('an archived exercise is on no list, and comes back with its takes; one with takes is not removed', async () => {
  const { exercises, standings } = await overview();
  const taken = exercises.find(({ id }) => standings.some(({ exerciseId, takes }) => exerciseId === id && takes[0]))!;
  const inesTakes = (await courseOf(ines, harness.courseId)).exercises.flatMap(({ takes }) => takes);
  const path = `/api/exercises/${taken.id}`;
  await ines.post(`${path}/archive`).expect(403);
  await ines.delete(path).expect(403);
  const refused = await instructor.delete(path).expect(409);
  expect(refused.text).toContain('archive it instead');
  await instructor.post(`${path}/archive`).expect(204);
  expect(titlesOf(await overview())).not.toContain(taken.title);
  expect(titlesOf(await courseOf(ines, harness.courseId))).not.toContain(taken.title);
  const ledger = await instructor.get(`${course}/ledger`).expect(200);
  expect(JSON.stringify(ledger.body)).not.toContain(taken.id);
  expect(JSON.stringify((await instructor.get(`${course}/waiting`)).body)).not.toContain(taken.id);
  expect(await putAway()).toMatchObject([{ id: taken.id, title: taken.title, goesAt: null }]);
  expect((await putAway())[0]!.takes).toBeGreaterThan(0);
  await instructor.delete(`${path}/archive`).expect(204);
  expect(await overview()).toMatchObject({ exercises: exercises.map(({ id }) => ({ id })), putAway: 0 });
  expect((await courseOf(ines, harness.courseId)).exercises.flatMap(({ takes }) => takes)).toEqual(inesTakes);
});

test('an exercise that is removed can be taken back for a month, then it goes', async () => {
  const made = await instructor.post(`${course}/exercises`).send({}).expect(201);
  const { id } = made.body as Created;
  await ExerciseModel.update({ blank: false, title: 'Spilt milk' }, { where: { id } });
  await instructor.delete(`/api/exercises/${id}`).expect(204);
  expect(titlesOf(await overview())).not.toContain('Spilt milk');
  const [removed] = await putAway();
  expect(removed).toMatchObject({ id, takes: 0 });
  const days = (new Date(removed!.goesAt!).getTime() - Date.now()) / 86_400_000;
  expect(days).toBeCloseTo(30, 1);
  await instructor.delete(`/api/exercises/${id}/archive`).expect(204);
  expect(titlesOf(await overview())).toContain('Spilt milk');
  await instructor.delete(`/api/exercises/${id}`).expect(204);
  await ExerciseModel.update({ removedAt: new Date(Date.now() - 31 * 86_400_000) }, { where: { id } });
  expect(await putAway()).toEqual([]);
  await instructor.get(`/api/exercises/${id}`).expect(404);
  // One that a take came into while it was removed stays for good.
  const { id: other } = (await overview()).exercises.find(({ title }) => title === 'Drawer slide')!;
  await ExerciseModel.update(
    { archivedAt: new Date(), removedAt: new Date(Date.now() - 31 * 86_400_000) },
    { where: { id: other } },
  );
  expect(await putAway()).toMatchObject([{ id: other }]);
  await instructor.delete(`/api/exercises/${other}/archive`).expect(204);
});

test('an exercise opens at its moment, not before, and learners are told then', async () => {
  const id = await exerciseIdOf(instructor, harness.courseId, 'Oven light');
  const publish = (at?: unknown) => instructor.post(`/api/exercises/${id}/publish`).send({ at });
  await publish('tomorrow').expect(400);
  await publish(new Date(Date.now() - 1000).toISOString()).expect(400);
  const at = new Date(Date.now() + 3_600_000).toISOString();
  await publish(at).expect(204);
  const setting = (await instructor.get(`/api/exercises/${id}`).expect(200)).body as ExerciseSetting;
  expect(setting).toMatchObject({ published: false, opensAt: at });
  expect(titlesOf(await courseOf(ines, harness.courseId))).not.toContain('Oven light');
  await ines.get(`/api/exercises/${id}/assignment`).expect(404);
  await MessageModel.destroy({ where: {} });
  await announceOpened(harness.sequelize);
  expect(await MessageModel.count()).toBe(0);
  await ExerciseModel.update({ publishedAt: new Date(Date.now() - 1) }, { where: { id } });
  expect(titlesOf(await courseOf(ines, harness.courseId))).toContain('Oven light');
  await ines.get(`/api/exercises/${id}/assignment`).expect(200);
  await Promise.all([announceOpened(harness.sequelize), announceOpened(harness.sequelize)]);
  const { messages } = (await instructor.get('/api/installation/outbox')).body as Outbox;
  expect(messages.map(({ subject }) => subject)).toEqual(Array(6).fill('Kitchen in Motion: Oven light is open'));
  await instructor.post(`/api/exercises/${id}/withdraw`).expect(204);
});

test('a course that is archived is seen as it is, and nothing new is begun in it', async () => {
  await ines.post(`${course}/archive`).expect(403);
  await instructor.post(`${course}/archive`).expect(204);
  expect(((await ines.get('/api/session')).body as SignedIn).courses).toMatchObject([{ archived: true }]);
  const { exercises, archived } = await courseOf(ines, harness.courseId);
  expect(archived).toBe(true);
  const [draft] = exercises.flatMap(({ drafts }) => drafts);
  const { version } = (await ines.get(`/api/drafts/${draft!.id}`).expect(200)).body as { version: number };
  const refused = await ines.post(`/api/drafts/${draft!.id}/hand-in`).send({ version }).expect(403);
  expect(refused.text).toContain('This course is archived');
  const free = exercises.find(({ drafts }) => drafts.length === 0)!;
  await ines.post(`/api/exercises/${free.id}/drafts`).send({}).expect(403);
  await instructor.post(`${course}/exercises`).send({}).expect(403);
  await ines.get(`/api/takes/${exercises.flatMap(({ takes }) => takes)[0]!.id}`).expect(200);
  await instructor.delete(`${course}/archive`).expect(204);
  await ines.post(`/api/exercises/${free.id}/drafts`).send({}).expect(201);
});

test('what happened since one last looked is told to whom it concerns, and of others nothing', async () => {
  const activity = async (who: Agent): Promise<Activity['happenings']> =>
    ((await who.get(`${course}/activity`).expect(200)).body as Activity).happenings;
  const fresh = async (who: Agent): Promise<string[]> =>
    (await activity(who))
      .filter(({ isNew }) => isNew)
      .map(({ kind, who: by, exercise, take }) => [kind, by, exercise, take?.number].filter(Boolean).join(' '));
  const jonah = await harness.signIn('jonah');
  for (const who of [instructor, ines, jonah]) await who.put(`${course}/looked`).expect(204);
  for (const who of [instructor, ines, jonah]) expect(await fresh(who)).toEqual([]);
  const { id } = (await courseOf(ines, harness.courseId)).exercises.find(({ title }) => title === 'Pancake toss')!;
  const draft = ((await ines.post(`/api/exercises/${id}/drafts`).send({}).expect(201)).body as Created).id;
  const { version } = (await ines.get(`/api/drafts/${draft}`)).body as { version: number };
  const taken = await ines.post(`/api/drafts/${draft}/hand-in`).send({ version }).expect(201);
  const takeId = (taken.body as Created).id;
  const { number } = (await ines.get(`/api/takes/${takeId}`)).body as { number: number };
  expect(await fresh(instructor)).toEqual([`handed-in Ines Calado Pancake toss ${number}`]);
  expect(await fresh(ines)).toEqual([]);
  await instructor.post(`/api/takes/${takeId}/notes`).send({ frame: 3, text: 'Higher.' }).expect(201);
  await instructor.put(`/api/takes/${takeId}/review`).send({ version: 1, grade: 80, summary: '' }).expect(200);
  await instructor.post(`/api/takes/${takeId}/return`).send({ version: 2 }).expect(200);
  const [note] = (await reviewOf(ines, takeId))!.notes;
  await instructor.post(`/api/takes/${takeId}/notes/${note!.id}/replies`).send({ text: 'By a hand.' }).expect(201);
  expect(await fresh(ines)).toEqual([
    `replied Marta Olesen Pancake toss ${number}`,
    `returned Marta Olesen Pancake toss ${number}`,
  ]);
  expect(await fresh(jonah)).toEqual([]);
  expect(JSON.stringify(await activity(jonah))).not.toContain('Calado');
  await ines.put(`${course}/looked`).expect(204);
  expect(await fresh(ines)).toEqual([]);
  expect((await activity(ines)).length).toBeGreaterThan(1);
  const stranger = harness.signedOut();
  await stranger.get(`${course}/activity`).expect(401);
  await stranger.put(`${course}/looked`).expect(401);
});

test('a picture of an exercise is its model where that may be seen, else own work, else the scene', async () => {
  const picture = async (who: Agent, id: string): Promise<string> =>
    JSON.stringify(((await who.get(`/api/exercises/${id}/picture`).expect(200)).body as { motion: object }).motion);
  const modelOf = async (id: string): Promise<string> =>
    JSON.stringify(((await instructor.get(`/api/exercises/${id}`)).body as ExerciseSetting).work.motion);
  const shown = await exerciseIdOf(instructor, harness.courseId, 'Drawer slide');
  expect(await picture(ines, shown)).toBe(await modelOf(shown));
  // Hidden until the first take: Ines has one, Jonah none.
  const hidden = await exerciseIdOf(instructor, harness.courseId, 'Pancake toss');
  const jonah = await harness.signIn('jonah');
  expect(await picture(instructor, hidden)).toBe(await modelOf(hidden));
  expect(await picture(ines, hidden)).toBe(await modelOf(hidden));
  expect(await picture(jonah, hidden)).not.toBe(await modelOf(hidden));
  await ines
    .get(`/api/exercises/${await exerciseIdOf(instructor, harness.courseId, 'Oven light')}/picture`)
    .expect(404);
});

test('a copy of a course has all that was made for it and nothing of what was done in it', async () => {
  const { exercises, learners } = await overview();
  const arrangement = { loose: exercises.slice(2).map(({ id }) => id) };
  const first = exercises.slice(0, 2).map(({ id }) => id);
  const unit = { id: null, title: 'First steps', from: '2026-09-07', to: null, exerciseIds: first };
  await instructor
    .put(`${course}/arrangement`)
    .send({ ...arrangement, units: [unit] })
    .expect(204);
  const defaults = { rate: { num: 30000, den: 1001 }, tolerances: { keyFrames: 2, spacingPercent: 8 } };
  await instructor.put(`${course}/defaults`).send(defaults).expect(204);
  await instructor
    .put(`${course}/defaults`)
    .send({ ...defaults, rate: { num: 0, den: 1 } })
    .expect(400);
  await ines.post(`${course}/copy`).send({ title: 'Mine', withPeople: false }).expect(403);
  await instructor.post(`${course}/copy`).send({ title: ' ', withPeople: false }).expect(400);
  const copy = async (withPeople: boolean): Promise<CourseOverview> => {
    const { id } = (await instructor.post(`${course}/copy`).send({ title: 'Next year', withPeople }).expect(201))
      .body as Created;
    return overviewOf(instructor, id);
  };
  const alone = await copy(false);
  const before = await overview();
  expect(titlesOf(alone)).toEqual(titlesOf(before));
  expect(alone).toMatchObject({ title: 'Next year', learners: [], standings: [], defaults });
  expect(alone.units).toMatchObject([{ title: 'First steps', from: null, to: null }]);
  for (const [i, { id, unitId, published, dueAt, opensAt }] of alone.exercises.entries()) {
    expect([published, dueAt, opensAt, unitId !== null]).toEqual([false, null, null, i >= before.exercises.length - 2]);
    const [own, other] = await Promise.all(
      [id, before.exercises[i]!.id].map(
        async (of) => (await instructor.get(`/api/exercises/${of}`)).body as ExerciseSetting,
      ),
    );
    const pictureless = (of: ExerciseSetting): string =>
      JSON.stringify([of.work.motion, { ...of.work.details, dueAt: null }]).replace(
        /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g,
        '',
      );
    expect(pictureless(own!)).toBe(pictureless(other!));
  }
  // What exercises give comes along, and can be laid otherwise; drills are set without a date.
  const givenBy = async ({ exercises: all }: CourseOverview): Promise<References[]> =>
    Promise.all(
      all.map(
        async ({ id }) => (await instructor.get(`/api/exercises/${id}/references`).expect(200)).body as References,
      ),
    );
  const given = await givenBy(alone);
  expect(given).toEqual(await givenBy(before));
  const i = given.findIndex((references) => references.given !== null);
  const { clipId, placement } = given[i]!.given!;
  const later = { clipId, placement: { ...placement, startFrame: placement.startFrame + 3 } };
  const copied = `/api/exercises/${alone.exercises[i]!.id}/reference`;
  await instructor.put(copied).send({ reference: later }).expect(204);
  expect((await givenBy(alone))[i]!.given!.placement).toEqual(later.placement);
  expect((await givenBy(before))[i]!.given!.placement).toEqual(placement);
  await instructor.get(`/api/clips/${clipId}`).expect(200);
  const set = (await instructor.get(`/api/courses/${alone.id}/drills/set`).expect(200)).body as SetDrill[];
  expect(set).toMatchObject([{ kind: 'lands-later', dueAt: null, class: { done: 0, of: 0 } }]);
  expect((await copy(true)).learners).toEqual(learners);
  // Pictures are the copy's own: they are there for its people, and stay when the others go.
  const pictures = JSON.stringify(
    await Promise.all(
      alone.exercises.map(async ({ id }) => (await instructor.get(`/api/exercises/${id}`)).body as object),
    ),
  ).match(/"pictureId":"([^"]+)"/);
  if (pictures) await instructor.get(`/api/pictures/${pictures[1]}`).expect(200);
  // A new one begins at the rate of its course.
  const { id } = (await instructor.post(`/api/courses/${alone.id}/exercises`).send({}).expect(201)).body as Created;
  const { work } = (await instructor.get(`/api/exercises/${id}`)).body as ExerciseSetting;
  expect([work.motion.rate, work.details!.tolerances]).toEqual([defaults.rate, defaults.tolerances]);
});
