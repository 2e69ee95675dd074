import { parseArgs } from 'node:util';
import * as z from 'zod';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { enrol, NewEnrolment } from './people/enrol.service.ts';

const USAGE = `npm run enrol -- --course "Evening class" --name "Full Name" --email name@example.org [--role learner] [--password "…"]
  --role      learner or instructor
  --password  for a new account; without it one is made up and shown once
The course and the account are made if they are not there yet.`;

const { values } = parseArgs({
  options: {
    course: { type: 'string' },
    name: { type: 'string' },
    email: { type: 'string' },
    role: { type: 'string', default: 'learner' },
    password: { type: 'string' },
    help: { type: 'boolean', default: false },
  },
});

const wanted = NewEnrolment.safeParse(values);
if (values.help) console.log(USAGE);
else if (!wanted.success) {
  console.error(`${z.prettifyError(wanted.error)}\n\n${USAGE}`);
  process.exitCode = 2;
} else {
  const sequelize = await connectDatabase(readConfig(process.env).DATABASE_URL);
  await migrate(sequelize);
  const { madeCourse, madePassword } = await enrol(sequelize, wanted.data);
  const { name, email, role, course } = wanted.data;
  console.log(`${name} is ${role} of ${madeCourse ? 'the new course ' : ''}"${course}". Sign-in: ${email}${madePassword ? `, password ${madePassword}` : ', with the password of the account'}`);
  await sequelize.close();
}
