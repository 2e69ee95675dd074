import { createMotion, createSubject, type MotionDocument, redoStep, setKeys, undoStep } from '@undulan/core';
import jsonPatch from 'fast-json-patch';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { migrate } from '../src/database/migrate.ts';
import { DraftModel } from '../src/drafts/draft.model.ts';
import { ExerciseModel } from '../src/exercises/exercise.model.ts';
import { ReadingModel } from '../src/readings/reading.model.ts';
import { DRAFT_STEPS, EXERCISE_STEPS } from '../src/work/steps.model.ts';
import { historyOf } from '../src/work/steps.service.ts';
import { type EmptyDatabase, emptyDatabase } from './harness.ts';

class CutOff extends Error {}

let clean: EmptyDatabase;
let cut: EmptyDatabase;
beforeAll(async () => {
  clean = await emptyDatabase();
  cut = await emptyDatabase();
});
afterAll(async () => {
  await clean.drop();
  await cut.drop();
});

/** Every table as the database would make it again. */
async function tablesOf(sequelize: Sequelize): Promise<string[]> {
  const names = (await sequelize.query<Record<string, string>>('SHOW TABLES', { type: QueryTypes.SELECT })).map(
    (row) => Object.values(row)[0]!,
  );
  const made = await Promise.all(
    names.map((name) =>
      sequelize.query<Record<string, string>>(`SHOW CREATE TABLE \`${name}\``, { type: QueryTypes.SELECT }),
    ),
  );
  return made.map(([row]) => row!['Create Table']!.replace(/ AUTO_INCREMENT=\d+/, ''));
}

const migrationsDone = async (sequelize: Sequelize): Promise<number> =>
  (await sequelize.query('SELECT name FROM migrations', { type: QueryTypes.SELECT }).catch(() => [])).length;

const X = { subjectId: 'lid', channelId: 'position.x' } as const;
const IDS = {
  person: '00000000-0000-4000-8000-000000000001',
  course: '00000000-0000-4000-8000-000000000002',
  exercise: '00000000-0000-4000-8000-000000000003',
  draft: '00000000-0000-4000-8000-000000000004',
  take: '00000000-0000-4000-8000-000000000005',
  reading: '00000000-0000-4000-8000-000000000006',
};

/**
 * Three states of work and the history of patches between them, two steps done and one undone, as the program before
 * wrote it.
 */
function oldWork(): { motion: MotionDocument; states: MotionDocument[]; history: unknown } {
  const lid = createSubject(
    'lid',
    'Lid',
    { shape: 'disc', widthPx: 80, heightPx: 20, fill: '#9a6b00' },
    { x: 0, y: 0 },
  );
  const states = [createMotion([lid])];
  for (const [frame, value] of [
    [9, 100],
    [1, 5],
    [20, 300],
  ] as const)
    states.push(setKeys(states.at(-1)!, frame, [{ ...X, value }]).motion);
  const wrapped = states.map((motion) => ({ motion, details: null }));
  const steps = wrapped.slice(1).map((after, i) => ({
    name: `step ${i + 1}`,
    forth: jsonPatch.compare(wrapped[i]!, after),
    back: jsonPatch.compare(after, wrapped[i]!),
  }));
  return { motion: states[2]!, states, history: { steps, done: 2 } };
}

async function insertOld(sequelize: Sequelize): Promise<void> {
  const { motion, history } = oldWork();
  const at = new Date();
  const insert = async (table: string, row: Record<string, unknown>): Promise<void> => {
    const values = Object.values({ ...row, createdAt: at, updatedAt: at }).map((value) =>
      value !== null && typeof value === 'object' && !(value instanceof Date) ? JSON.stringify(value) : value,
    );
    await sequelize.query(
      `INSERT INTO ${table} (${[...Object.keys(row), 'createdAt', 'updatedAt'].join(', ')}) VALUES ` +
        `(${values.map(() => '?').join(', ')})`,
      { replacements: values },
    );
  };
  const tolerances = { keyFrames: 1, spacingPercent: 5 };
  await insert('people', { id: IDS.person, name: 'Priya Raman', email: 'priya@kitchen.example', passwordHash: 'x' });
  await insert('courses', { id: IDS.course, title: 'Kitchen' });
  await insert('exercises', {
    id: IDS.exercise,
    courseId: IDS.course,
    position: 1,
    title: 'Lid',
    brief: '',
    tolerances,
    modelShown: 'always',
    terms: { dueAt: '2026-12-01T20:00:00.000Z', latePolicy: 'mark' },
    motion,
    history,
    version: 3,
    publishedAt: at,
  });
  await insert('drafts', {
    id: IDS.draft,
    exerciseId: IDS.exercise,
    learnerId: IDS.person,
    name: 'Draft',
    motion,
    history,
    version: 2,
  });
  await insert('takes', {
    id: IDS.take,
    exerciseId: IDS.exercise,
    learnerId: IDS.person,
    number: 1,
    motion,
    handedInAt: at,
  });
  await insert('readings', {
    id: IDS.reading,
    takeId: IDS.take,
    target: { motion, tolerances },
    reading: { version: 2, findings: [{}, {}], proposedGrade: 64 },
  });
}

test('a program cut off at any change of a table takes up where it was; what was there is carried over', async () => {
  await migrate(clean.sequelize);
  let cuts = 0;
  for (let allowed = 0; ;) {
    const before = await migrationsDone(cut.sequelize);
    let changes = 0;
    try {
      await migrate(cut.sequelize, () => {
        if (changes++ >= allowed) throw new CutOff('The power is gone.');
      });
      break;
    } catch (error) {
      const cause = (error as Error).cause;
      if (!(error instanceof CutOff) && !(cause instanceof CutOff)) throw error;
      cuts++;
      const done = await migrationsDone(cut.sequelize);
      // On to the next place to be cut off at; in the next migration from its beginning.
      allowed = done > before ? 0 : allowed + 1;
      if (done > before && done === 6) await insertOld(cut.sequelize);
    }
  }
  expect(cuts).toBeGreaterThan(40);
  expect(await tablesOf(cut.sequelize)).toEqual(await tablesOf(clean.sequelize));

  const { states } = oldWork();
  for (const [table, id, model] of [
    [DRAFT_STEPS, IDS.draft, DraftModel],
    [EXERCISE_STEPS, IDS.exercise, ExerciseModel],
  ] as const) {
    const row = (await (model as typeof DraftModel).findByPk(id))!;
    let now = { history: await historyOf(table, id, row.stepsDone), work: { motion: row.motion } };
    expect(now.history).toMatchObject({
      first: 0,
      done: 2,
      steps: [{ name: 'step 1' }, { name: 'step 2' }, { name: 'step 3' }],
    });
    expect(redoStep(now.history, now.work)!.work.motion).toEqual(states[3]);
    for (const state of [states[1], states[0]]) {
      now = undoStep(now.history, now.work)!;
      expect(now.work.motion).toEqual(state);
    }
  }
  expect(await ExerciseModel.findByPk(IDS.exercise)).toMatchObject({
    rateNum: 24,
    rateDen: 1,
    firstFrame: 1,
    lastFrame: 25,
    latePolicy: 'mark',
    dueAt: new Date('2026-12-01T20:00:00.000Z'),
  });
  const reading = (await ReadingModel.findByPk(IDS.reading, { include: 'target' }))!;
  expect(reading).toMatchObject({ state: 'read', version: 2, findingsCount: 2, proposedGrade: 64 });
  expect(reading.target!.target.motion).toEqual(states[2]);
  expect(reading.targetHash).toBe((await ExerciseModel.findByPk(IDS.exercise))!.targetHash);
});
