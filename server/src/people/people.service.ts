import type { Credentials, DemoAccounts, NewPassword, OpenSession, ShortcutChoices, SignedIn } from '@undulan/contract';
import { Op } from 'sequelize';
import { EnrolmentModel } from '../courses/course.model.ts';
import { DEMO_PASSWORD } from '../demo/demo-people.ts';
import { ProblemError } from '../http/problem-error.ts';
import { SessionModel } from '../http/session.model.ts';
import { PasswordLinkModel } from './password-link.model.ts';
import { hashPassword, verifyPassword } from './passwords.ts';
import { PersonModel } from './person.model.ts';
import { hashOfSecret } from './secrets.ts';

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
    isAdministrator: person.isAdministrator,
    shortcuts: person.shortcuts ?? {},
    decimalMark: person.decimalMark,
    mailOff: person.mailOff ?? [],
    courses: enrolments.map((enrolment) => ({
      id: enrolment.courseId,
      title: enrolment.course!.title,
      role: enrolment.role,
      archived: enrolment.course!.archivedAt !== null,
    })),
  };
}

/** Keeps a person's choice of keyboard shortcuts. Throws `not-signed-in`. */
export async function chooseShortcuts(personId: string, shortcuts: ShortcutChoices): Promise<void> {
  const person = await PersonModel.findByPk(personId);
  if (!person) throw new ProblemError('not-signed-in', 'Sign in first.');
  await person.update({ shortcuts });
}

/** A person, for who knows their password. Throws `wrong-password`. */
export async function whoKnows(personId: string, password: string): Promise<PersonModel> {
  const person = await PersonModel.findByPk(personId);
  if (!person || !(await verifyPassword(person.passwordHash, password)))
    throw new ProblemError('wrong-password', 'That is not the password you have now.');
  return person;
}

/**
 * Changes a password for whoever knows the old one; all other sessions of the account end, and links to a new
 * password. Throws `wrong-credentials`.
 */
export async function changePassword(personId: string, ownSid: string, { old, password }: NewPassword): Promise<void> {
  const person = await whoKnows(personId, old);
  await person.update({ passwordHash: await hashPassword(password) });
  await SessionModel.destroy({ where: { personId, sid: { [Op.ne]: ownSid } } });
  await PasswordLinkModel.destroy({ where: { personId } });
}

/** A session's name for showing: its id opens it, and is nobody's to see. */
function nameOf(sid: string): string {
  return hashOfSecret(sid).slice(0, 32);
}

/** A person's sessions, the last used first. */
export async function sessionsOf(personId: string, ownSid: string): Promise<OpenSession[]> {
  const sessions = await SessionModel.findAll({
    where: { personId, expires: { [Op.gt]: new Date() } },
    order: [['updatedAt', 'DESC']],
  });
  return sessions.map(({ sid, begunWith, createdAt, updatedAt }) => ({
    id: nameOf(sid),
    begunWith: begunWith ?? '',
    begunAt: createdAt.toISOString(),
    seenAt: updatedAt.toISOString(),
    isThis: sid === ownSid,
  }));
}

/** Ends one of a person's sessions. Throws `not-found`. */
export async function endSession(personId: string, sessionId: string): Promise<void> {
  const session = (await SessionModel.findAll({ where: { personId }, attributes: ['sid'] })).find(
    ({ sid }) => nameOf(sid) === sessionId,
  );
  if (!session) throw new ProblemError('not-found', 'There is no such session of yours.');
  await session.destroy();
}

/** The accounts the sign-in page offers; none unless the demo course is loaded. */
export async function demoAccounts(): Promise<DemoAccounts> {
  const enrolments = await EnrolmentModel.findAll({
    include: [{ model: PersonModel, as: 'person', where: { isDemo: true } }],
    order: [
      ['role', 'ASC'],
      [{ model: PersonModel, as: 'person' }, 'name', 'ASC'],
    ],
  });
  return {
    accounts: enrolments.map(({ person, role }) => ({ name: person!.name, email: person!.email, role })),
    password: enrolments.length > 0 ? DEMO_PASSWORD : null,
  };
}
