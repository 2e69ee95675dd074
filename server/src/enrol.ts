import { parseArgs } from 'node:util';
import type { Sequelize } from 'sequelize';
import * as z from 'zod';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import {
  enrol,
  makeAdministrator,
  NewAdministrator,
  NewEnrolment,
  PasswordReset,
  resetPassword,
} from './people/enrol.service.ts';

const USAGE = `npm run enrol -- --course "Evening class" --name "Full Name" --email name@example.org
                 [--role learner] [--password "…"]
  --role      learner, marker or instructor
  --password  for a new account; without it one is made up and shown once
The course and the account are made if they are not there yet.

npm run enrol -- --reset --email name@example.org [--password "…"]
Gives an account another password and signs it out everywhere.

npm run enrol -- --administrator --email name@example.org
Lets an account run the installation: see its people, courses and outbox.`;

const { values } = parseArgs({
  options: {
    course: { type: 'string' },
    name: { type: 'string' },
    email: { type: 'string' },
    role: { type: 'string', default: 'learner' },
    password: { type: 'string' },
    reset: { type: 'boolean', default: false },
    administrator: { type: 'boolean', default: false },
    help: { type: 'boolean', default: false },
  },
});

/** What a person typed as the schema has it; says what is wrong with it, and null then. */
function understood<T>(schema: z.ZodType<T>): T | null {
  const wanted = schema.safeParse(values);
  if (wanted.success) return wanted.data;
  console.error(`${z.prettifyError(wanted.error)}\n\n${USAGE}`);
  process.exitCode = 2;
  return null;
}

/** Each of the two things that can be asked for, and what came of it in a sentence. */
async function enrolOne(sequelize: Sequelize, wanted: NewEnrolment): Promise<string> {
  const { madeCourse, madePassword } = await enrol(sequelize, wanted);
  const { name, email, role, course } = wanted;
  return (
    `${name} is ${role} of ${madeCourse ? 'the new course ' : ''}"${course}". Sign-in: ` +
    `${email}${madePassword ? `, password ${madePassword}` : ', with the password of the account'}`
  );
}

async function resetOne(wanted: PasswordReset): Promise<string> {
  const password = await resetPassword(wanted);
  return password === null
    ? `There is no account ${wanted.email}.`
    : `${wanted.email} now signs in with the password ${password}, and was signed out everywhere.`;
}

async function appointOne(wanted: NewAdministrator): Promise<string> {
  return (await makeAdministrator(wanted))
    ? `${wanted.email} runs the installation now.`
    : `There is no account ${wanted.email}.`;
}

async function withDatabase(work: (sequelize: Sequelize) => Promise<string>): Promise<void> {
  const sequelize = await connectDatabase(readConfig(process.env).DATABASE_URL);
  await migrate(sequelize);
  console.log(await work(sequelize));
  await sequelize.close();
}

if (values.help) console.log(USAGE);
else if (values.reset) {
  const wanted = understood(PasswordReset);
  if (wanted) await withDatabase(() => resetOne(wanted));
} else if (values.administrator) {
  const wanted = understood(NewAdministrator);
  if (wanted) await withDatabase(() => appointOne(wanted));
} else {
  const wanted = understood(NewEnrolment);
  if (wanted) await withDatabase((sequelize) => enrolOne(sequelize, wanted));
}
