import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import type { Server } from 'node:http';
import { setTimeout as delay } from 'node:timers/promises';
import { type CourseOverview, type LearnerCourse, type Review, type SignedIn, type TakeView } from '@undulan/contract';
import { pino } from 'pino';
import { QueryTypes, Sequelize } from 'sequelize';
import request, { type Agent } from 'supertest';
import { restore } from '../../scripts/backup-files.mjs';
import { createApp } from '../src/app.ts';
import { connectDatabase } from '../src/database/connect.ts';
import { migrate } from '../src/database/migrate.ts';
import { DEMO_INSTRUCTOR, DEMO_LEARNERS, DEMO_PASSWORD, type DemoLearner } from '../src/demo/demo-people.ts';
import { loadDemoIntoEmpty } from '../src/demo/load-demo.ts';

export const SILENT = pino({ level: 'silent' });

/** An application over a database of its own on the tests' MariaDB. */
export interface Harness {
  sequelize: Sequelize;
  signedOut: () => Agent;
  /** Signs in, at the second copy of the application if that is asked for. */
  signIn: (who: DemoLearner | 'instructor', copy?: number) => Promise<Agent>;
  courseId: string;
  /** What the first copy tells of itself. */
  metrics: () => Promise<string>;
  /** Lets each copy listen, with the sockets of its classes. */
  listen: () => Promise<Server[]>;
  close: () => Promise<void>;
}

export interface EmptyDatabase {
  url: string;
  sequelize: Sequelize;
  drop: () => Promise<void>;
}

/** A database of its own on the tests' MariaDB, with nothing in it. */
export async function emptyDatabase(): Promise<EmptyDatabase> {
  const base = process.env['TEST_DATABASE_URL'];
  if (!base) throw new Error('Run these tests by "npm run test:server": it starts a MariaDB for them.');
  const url = new URL(base);
  url.pathname = `/undulan_${randomBytes(6).toString('hex')}`;
  const admin = new Sequelize(base, { dialect: 'mariadb', logging: false });
  await admin.query(`CREATE DATABASE ${url.pathname.slice(1)} CHARACTER SET utf8mb4`);
  const sequelize = await connectDatabase(url.href);
  return {
    url: url.href,
    sequelize,
    drop: async () => {
      await sequelize.close();
      await admin.query(`DROP DATABASE ${url.pathname.slice(1)}`);
      await admin.close();
    },
  };
}

const laidOut = new Map<boolean, Promise<EmptyDatabase>>();

/** A database with the tables as they are, and the demo course or not: laid out once, for others to be copied from. */
function pattern(demo: boolean): Promise<EmptyDatabase> {
  const own = laidOut.get(demo);
  if (own) return own;
  const made = (async () => {
    const database = await emptyDatabase();
    await migrate(database.sequelize);
    if (demo) await loadDemoIntoEmpty(database.sequelize);
    return database;
  })();
  laidOut.set(demo, made);
  return made;
}

/** Fills an empty database with the tables and rows of another on the same MariaDB. */
async function copyInto(sequelize: Sequelize, from: EmptyDatabase): Promise<void> {
  const source = new URL(from.url).pathname.slice(1);
  const tables = await from.sequelize.query<Record<string, string>>('SHOW TABLES', { type: QueryTypes.SELECT });
  // One connection throughout: tables are made in any order, whichever they refer to.
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const table of tables.flatMap(Object.values)) {
      const [made] = await from.sequelize.query<Record<string, string>>(`SHOW CREATE TABLE \`${table}\``, {
        type: QueryTypes.SELECT,
      });
      await sequelize.query(made!['Create Table']!, { transaction });
      await sequelize.query(`INSERT INTO \`${table}\` SELECT * FROM ${source}.\`${table}\``, { transaction });
    }
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
}

interface HarnessOptions {
  demo?: boolean;
  /** A backup to begin with instead of empty tables. */
  from?: string;
  copies?: number;
  redisUrl?: string;
}

export async function createHarness({
  demo = true,
  from,
  copies = 1,
  redisUrl,
}: HarnessOptions = {}): Promise<Harness> {
  // Before its own: the models are those of the database connected to last.
  const copied = from ? null : await pattern(demo);
  const { url, sequelize, drop } = await emptyDatabase();
  if (from) await restore(url, from);
  if (copied) await copyInto(sequelize, copied);
  else {
    await migrate(sequelize);
    if (demo) await loadDemoIntoEmpty(sequelize);
  }
  const config = {
    DATABASE_URL: url,
    HOST: '127.0.0.1',
    PORT: 0,
    DEMO: 'yes',
    SECURE_COOKIES: 'no',
    TRUSTED_HOPS: 1,
    MAIL_FROM: 'Undulan <undulan@kitchen.example>',
    TIME_ZONE: 'UTC',
    LOG_LEVEL: 'silent',
    REDIS_URL: redisUrl,
  } as const;
  const listening: Server[] = [];
  const apps: Awaited<ReturnType<typeof createApp>>[] = [];
  for (let copy = 0; copy < copies; copy++) apps.push(await createApp(sequelize, config, '/nowhere'));
  const signIn: Harness['signIn'] = async (who, copy = 0) => {
    const agent = request.agent(apps[copy]!.express);
    const { email } = who === 'instructor' ? DEMO_INSTRUCTOR : DEMO_LEARNERS[who];
    await agent.post('/api/session').send({ email, password: DEMO_PASSWORD }).expect(200);
    return agent;
  };
  const courseId = demo
    ? ((await (await signIn('instructor')).get('/api/session')).body as SignedIn).courses[0]!.id
    : '';
  return {
    sequelize,
    signedOut: () => request.agent(apps[0]!.express),
    signIn,
    courseId,
    metrics: () => apps[0]!.metrics(),
    listen: async () => {
      for (const app of apps) {
        const http = app.express.listen(0, '127.0.0.1');
        await once(http, 'listening');
        await app.serveSockets(http);
        listening.push(http);
      }
      return listening;
    },
    close: async () => {
      for (const http of listening) http.close();
      for (const app of apps) await app.close();
      await drop();
    },
  };
}

export async function overviewOf(instructor: Agent, courseId: string): Promise<CourseOverview> {
  return (await instructor.get(`/api/courses/${courseId}/overview`).expect(200)).body as CourseOverview;
}

export async function courseOf(learner: Agent, courseId: string): Promise<LearnerCourse> {
  return (await learner.get(`/api/courses/${courseId}`).expect(200)).body as LearnerCourse;
}

export async function exerciseIdOf(instructor: Agent, courseId: string, title: string): Promise<string> {
  const overview = await overviewOf(instructor, courseId);
  return overview.exercises.find((exercise) => exercise.title === title)!.id;
}

/** What is said of a take, as one may see it. */
export async function reviewOf(who: Agent, takeId: string): Promise<Review | null> {
  return (await who.get(`/api/takes/${takeId}/review`).expect(200)).body as Review | null;
}

/** A take as one has it once its reading is there, or could not be made. */
export async function takeOnceRead(who: Agent, takeId: string, query = ''): Promise<TakeView> {
  for (let tries = 0; tries < 200; tries++) {
    const view = (await who.get(`/api/takes/${takeId}${query}`).expect(200)).body as TakeView;
    if (view.readingState !== 'coming') return view;
    await delay(50);
  }
  throw new Error('The reading did not come.');
}
