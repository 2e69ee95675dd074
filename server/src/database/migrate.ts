import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { withLock } from './lock.ts';
import type { Migration } from './migration.ts';
import { firstTables } from './migrations/0001-first-tables.ts';
import { plans } from './migrations/0002-plans.ts';
import { shortcuts } from './migrations/0003-shortcuts.ts';
import { eases } from './migrations/0004-eases.ts';
import { reviews } from './migrations/0005-reviews.ts';
import { pictures } from './migrations/0006-pictures.ts';
import { readingQueue } from './migrations/0007-reading-queue.ts';
import { steps } from './migrations/0008-steps.ts';
import { exerciseFacts } from './migrations/0009-exercise-facts.ts';
import { sessionsOfPeople } from './migrations/0010-sessions-of-people.ts';
import { wordsOfTakes } from './migrations/0011-words-of-takes.ts';
import { blankExercises } from './migrations/0012-blank-exercises.ts';
import { selfCheckFact } from './migrations/0013-self-check.ts';
import { scenePictures } from './migrations/0014-scene-pictures.ts';
import { lessons } from './migrations/0015-lessons.ts';
import { classSessions } from './migrations/0016-class-sessions.ts';
import { drills } from './migrations/0017-drills.ts';
import { setDrills } from './migrations/0018-set-drills.ts';
import { clips } from './migrations/0019-clips.ts';
import { references } from './migrations/0020-references.ts';
import { digests } from './migrations/0021-digests.ts';
import { invitations } from './migrations/0022-invitations.ts';
import { firstSetUp } from './migrations/0023-first-set-up.ts';
import { mail } from './migrations/0024-mail.ts';
import { administrators } from './migrations/0025-administrators.ts';
import { rosters } from './migrations/0026-rosters.ts';
import { units } from './migrations/0027-units.ts';
import { lastLooks } from './migrations/0028-last-looks.ts';
import { accessTokens } from './migrations/0029-access-tokens.ts';
import { markers } from './migrations/0030-markers.ts';
import { gallery } from './migrations/0031-gallery.ts';
import { drillOutcomes } from './migrations/0032-drill-outcomes.ts';
import { leftCourses } from './migrations/0033-left-courses.ts';
import { decimalMarks } from './migrations/0034-decimal-marks.ts';
import { Tables } from './tables.ts';

const MIGRATIONS: readonly Migration[] = [
  firstTables,
  plans,
  shortcuts,
  eases,
  reviews,
  pictures,
  readingQueue,
  steps,
  exerciseFacts,
  sessionsOfPeople,
  wordsOfTakes,
  blankExercises,
  selfCheckFact,
  scenePictures,
  lessons,
  classSessions,
  drills,
  setDrills,
  clips,
  references,
  digests,
  invitations,
  firstSetUp,
  mail,
  administrators,
  rosters,
  units,
  lastLooks,
  accessTokens,
  markers,
  gallery,
  drillOutcomes,
  leftCourses,
  decimalMarks,
];

/**
 * Brings the tables up to date. Copies of the server that start together wait for one another. `beforeEach` is told
 * before each change of a table.
 */
export async function migrate(sequelize: Sequelize, beforeEach?: () => void): Promise<void> {
  await withLock(sequelize, 'undulan-migrate', async () => {
    const umzug = new Umzug({
      migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: ({ context }: { context: Tables }) => up(context) })),
      context: new Tables(sequelize.getQueryInterface(), beforeEach),
      storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
      logger: undefined,
    });
    await umzug.up();
  });
}
