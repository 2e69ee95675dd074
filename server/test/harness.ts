import { randomBytes } from 'node:crypto';
import type { CourseOverview, LearnerCourse, SignedIn } from '@undulan/contract';
import { Sequelize } from 'sequelize';
import request, { type Agent } from 'supertest';
import { createApp } from '../src/app.ts';
import { connectDatabase } from '../src/database/connect.ts';
import { migrate } from '../src/database/migrate.ts';
import { DEMO_INSTRUCTOR, DEMO_LEARNERS, DEMO_PASSWORD, type DemoLearner } from '../src/demo/demo-people.ts';
import { loadDemoIntoEmpty } from '../src/demo/load-demo.ts';

/** An application over a database of its own on the tests' MariaDB. */
export interface Harness {
  sequelize: Sequelize;
  signedOut: () => Agent;
  signIn: (who: DemoLearner | 'instructor') => Promise<Agent>;
  courseId: string;
  close: () => Promise<void>;
}

export async function createHarness({ demo = true } = {}): Promise<Harness> {
  const base = process.env['TEST_DATABASE_URL'];
  if (!base) throw new Error('Run these tests by "npm run test:server": it starts a MariaDB for them.');
  const url = new URL(base);
  url.pathname = `/undulan_${randomBytes(6).toString('hex')}`;
  const admin = new Sequelize(base, { dialect: 'mariadb', logging: false });
  await admin.query(`CREATE DATABASE ${url.pathname.slice(1)} CHARACTER SET utf8mb4`);
  const sequelize = await connectDatabase(url.href);
  await migrate(sequelize);
  if (demo) await loadDemoIntoEmpty(sequelize);
  const config = { DATABASE_URL: url.href, HOST: '127.0.0.1', PORT: 0, DEMO: 'yes', SECURE_COOKIES: 'no', LOG_LEVEL: 'silent' } as const;
  const app = await createApp(sequelize, config, '/nowhere');
  const signIn: Harness['signIn'] = async (who) => {
    const agent = request.agent(app.express);
    const { email } = who === 'instructor' ? DEMO_INSTRUCTOR : DEMO_LEARNERS[who];
    await agent.post('/api/session').send({ email, password: DEMO_PASSWORD }).expect(200);
    return agent;
  };
  const courseId = demo ? ((await (await signIn('instructor')).get('/api/session')).body as SignedIn).courses[0]!.id : '';
  return {
    sequelize,
    signedOut: () => request.agent(app.express),
    signIn,
    courseId,
    close: async () => {
      app.close();
      await sequelize.close();
      await admin.query(`DROP DATABASE ${url.pathname.slice(1)}`);
      await admin.close();
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
