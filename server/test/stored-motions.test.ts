import type { Assignment, Draft, ExerciseSetting, TakeView } from '@undulan/contract';
import { MOTION_VERSION, parseMotion } from '@undulan/core';
import { QueryTypes } from 'sequelize';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { migrate } from '../src/database/migrate.ts';
import { courseOf, createHarness, exerciseIdOf, type Harness, overviewOf, takeOnceRead } from './harness.ts';

let harness: Harness;
let instructor: Agent;
let ines: Agent;

interface OldMotion {
  version: number;
  stage: Record<string, unknown>;
  subjects: Record<string, unknown>[];
}

interface Aged {
  motion: OldMotion & Record<string, unknown>;
}

/** A motion as version 1 wrote it. */
function asVersionOne(motion: OldMotion & Record<string, unknown>): OldMotion & Record<string, unknown> {
  const without = (record: Record<string, unknown>, names: string[]): Record<string, unknown> =>
    Object.fromEntries(Object.entries(record).filter(([name]) => !names.includes(name)));
  return {
    ...without(motion, ['workRange', 'restFrame', 'guides', 'cues', 'seed']),
    version: 1,
    stage: without(motion.stage, ['pixelsPerMetre']),
    subjects: motion.subjects.map((subject) =>
      without(subject, ['visible', 'parentId', 'pivot', 'positionJoined', 'guide']),
    ),
  };
}

/** Rewrites every motion in the database as an older program had left it. */
async function ageDatabase({ sequelize }: Harness): Promise<void> {
  for (const table of ['exercises', 'drafts', 'takes']) {
    const rows = await sequelize.query<{ id: string; motion: OldMotion & Record<string, unknown> }>(
      `SELECT id, motion FROM ${table}`,
      { type: QueryTypes.SELECT },
    );
    for (const { id, motion } of rows)
      await sequelize.query(`UPDATE ${table} SET motion = :motion WHERE id = :id`, {
        replacements: { id, motion: JSON.stringify(asVersionOne(motion)) },
      });
  }
  const targets = await sequelize.query<{ hash: string; target: Aged & { alternatives?: Aged[] } }>(
    'SELECT hash, target FROM targets',
    { type: QueryTypes.SELECT },
  );
  const aged = <T extends Aged>(part: T): T => ({ ...part, motion: asVersionOne(part.motion) });
  for (const { hash, target } of targets) {
    const older = { ...aged(target), ...(target.alternatives && { alternatives: target.alternatives.map(aged) }) };
    await sequelize.query('UPDATE targets SET target = :target WHERE hash = :hash', {
      replacements: { hash, target: JSON.stringify(older) },
    });
  }
  const terms = await sequelize.query<{ id: string; terms: { alternatives?: Aged[] } | null }>(
    'SELECT id, terms FROM exercises',
    { type: QueryTypes.SELECT },
  );
  for (const { id, terms: said } of terms) {
    if (said?.alternatives)
      await sequelize.query('UPDATE exercises SET terms = :terms WHERE id = :id', {
        replacements: { id, terms: JSON.stringify({ ...said, alternatives: said.alternatives.map(aged) }) },
      });
  }
}

beforeAll(async () => {
  harness = await createHarness();
  [instructor, ines] = await Promise.all([harness.signIn('instructor'), harness.signIn('ines')]);
  await ageDatabase(harness);
});
afterAll(() => harness.close());

test('exercises, drafts, takes and targets of an older version are read as of this one', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Toaster rack');
  const setting = (await instructor.get(`/api/exercises/${exerciseId}`).expect(200)).body as ExerciseSetting;
  expect(parseMotion(setting.work.motion)).toEqual({ ok: true, value: setting.work.motion });
  expect(setting.work.motion.version).toBe(MOTION_VERSION);
  const assignment = (await ines.get(`/api/exercises/${exerciseId}/assignment`).expect(200)).body as Assignment;
  expect(assignment.start.stage.pixelsPerMetre).toBe(100);
  const draft = (await ines.get(`/api/drafts/${assignment.drafts[0]!.id}`).expect(200)).body as Draft;
  expect(draft.work.motion.subjects[1]).toMatchObject({ visible: true, guide: null });
});

test('a take read against an older target is not taken for one whose target changed', async () => {
  const { standings } = await overviewOf(instructor, harness.courseId);
  for (const { id } of standings.flatMap((standing) => standing.takes)) {
    const view = (await instructor.get(`/api/takes/${id}`).expect(200)).body as TakeView;
    expect(view).toMatchObject({
      targetChanged: false,
      motion: { version: MOTION_VERSION },
      target: { version: MOTION_VERSION },
    });
  }
});

test('saving an exercise with takes as it is asks nothing and keeps the target', async () => {
  const exerciseId = await exerciseIdOf(instructor, harness.courseId, 'Toaster rack');
  const { version, work, history } = (await instructor.get(`/api/exercises/${exerciseId}`).expect(200))
    .body as ExerciseSetting;
  await instructor
    .put(`/api/exercises/${exerciseId}`)
    .send({ version, work: { ...work, details: { ...work.details!, title: 'Toaster rack, again' } }, history })
    .expect(200);
});

test('a draft of an older version is handed in, read and counted as the next take', async () => {
  const toaster = (await courseOf(ines, harness.courseId)).exercises.find((exercise) =>
    exercise.title.startsWith('Toaster'),
  )!;
  const draftId = toaster.drafts[0]!.id;
  const { version } = (await ines.get(`/api/drafts/${draftId}`).expect(200)).body as Draft;
  const { id } = (await ines.post(`/api/drafts/${draftId}/hand-in`).send({ version }).expect(201)).body as {
    id: string;
  };
  const view = await takeOnceRead(instructor, id);
  expect(view.number).toBe(1);
  expect(view.reading!.findings.length).toBeGreaterThan(0);
});

test('of two hand-ins of one draft at once, one becomes a take', async () => {
  const glass = (await courseOf(ines, harness.courseId)).exercises.find((exercise) =>
    exercise.title.startsWith('Tea glass'),
  )!;
  const { id } = (
    await ines.post(`/api/exercises/${glass.id}/drafts`).send({ fromTakeId: glass.takes[0]!.id }).expect(201)
  ).body as { id: string };
  const answers = await Promise.all([1, 2, 3].map(() => ines.post(`/api/drafts/${id}/hand-in`).send({ version: 1 })));
  expect(answers.map((answer) => answer.status).filter((status) => status === 201)).toHaveLength(1);
  const after = (await courseOf(ines, harness.courseId)).exercises.find((exercise) => exercise.id === glass.id)!;
  expect(after.takes.map((take) => take.number)).toEqual([1, 2]);
});

test('beginning a draft twice at once gives one draft', async () => {
  const pancake = (await courseOf(ines, harness.courseId)).exercises.find(
    (exercise) => exercise.title === 'Pancake toss',
  )!;
  const answers = await Promise.all(
    [1, 2].map(() => ines.post(`/api/exercises/${pancake.id}/drafts`).send({}).expect(201)),
  );
  expect(answers[0]!.body).toEqual(answers[1]!.body);
});

test('bringing the tables up to date again changes nothing, also from two copies at once', async () => {
  const before = await harness.sequelize.query('SELECT name FROM migrations', { type: QueryTypes.SELECT });
  await Promise.all([migrate(harness.sequelize), migrate(harness.sequelize)]);
  expect(await harness.sequelize.query('SELECT name FROM migrations', { type: QueryTypes.SELECT })).toEqual(before);
});
