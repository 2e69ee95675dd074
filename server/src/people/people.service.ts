import type { Credentials, DemoAccounts, ShortcutChoices, SignedIn } from '@undulan/contract';
import { EnrolmentModel } from '../courses/course.model.ts';
import { DEMO_PASSWORD } from '../demo/demo-people.ts';
import { ProblemError } from '../http/problem-error.ts';
import { hashPassword, verifyPassword } from './passwords.ts';
import { PersonModel } from './person.model.ts';

/** Checked when the e-mail is unknown, so that both refusals take as long. */
let nobodysHash: Promise<string> | undefined;

/** The person these credentials belong to. Throws `wrong-credentials` without saying which of the two is wrong. */
export async function checkCredentials({ email, password }: Credentials): Promise<PersonModel> {
  const person = await PersonModel.findOne({ where: { email } });
  nobodysHash ??= hashPassword('nobody has this password');
  const matches = await verifyPassword(person?.passwordHash ?? (await nobodysHash), password);
  if (!person || !matches) throw new ProblemError('wrong-credentials', 'No account has this e-mail and password.');
  return person;
}

export async function signedIn(personId: string): Promise<SignedIn> {
  const person = await PersonModel.findByPk(personId);
  if (!person) throw new ProblemError('not-signed-in', 'Sign in first.');
  const enrolments = await EnrolmentModel.findAll({ where: { personId }, include: 'course' });
  return {
    person: { id: person.id, name: person.name, email: person.email },
    shortcuts: person.shortcuts ?? {},
    courses: enrolments.map((enrolment) => ({ id: enrolment.courseId, title: enrolment.course!.title, role: enrolment.role })),
  };
}

/** Keeps a person's choice of keyboard shortcuts. Throws `not-signed-in`. */
export async function chooseShortcuts(personId: string, shortcuts: ShortcutChoices): Promise<void> {
  const person = await PersonModel.findByPk(personId);
  if (!person) throw new ProblemError('not-signed-in', 'Sign in first.');
  await person.update({ shortcuts });
}

/** The accounts the sign-in page offers; none unless the demo course is loaded. */
export async function demoAccounts(): Promise<DemoAccounts> {
  const enrolments = await EnrolmentModel.findAll({
    include: [{ model: PersonModel, as: 'person', where: { isDemo: true } }],
    order: [['role', 'ASC'], [{ model: PersonModel, as: 'person' }, 'name', 'ASC']],
  });
  return {
    accounts: enrolments.map(({ person, role }) => ({ name: person!.name, email: person!.email, role })),
    password: enrolments.length > 0 ? DEMO_PASSWORD : null,
  };
}
