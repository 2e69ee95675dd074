import {
  type Deed,
  type InstallationCourse,
  type InstallationPeople,
  type InstallationPerson,
  type InstallationState,
  type Outbox,
  type OutboxMessage,
  type PasswordLink,
  PEOPLE_PAGE,
} from '@undulan/contract';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { requireAdministrator } from '../access/access.ts';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { SessionModel } from '../http/session.model.ts';
import { letterOf } from '../mail/letter.ts';
import type { MailSettings } from '../mail/mail-settings.ts';
import { MessageModel } from '../mail/message.model.ts';
import { areOthersAdministrators } from '../people/administrators.ts';
import { issueLink, tellLinkMade } from '../people/password-links.service.ts';
import { PersonModel } from '../people/person.model.ts';
import { ReadingModel } from '../readings/reading.model.ts';
import { TakeModel } from '../takes/take.model.ts';
import { DeedModel } from './deed.model.ts';

const STARTED_AT = new Date();
const OUTBOX_PAGE = 100;
const DEEDS_SHOWN = 200;
/** Messages that were tried and did not go. */
const FAILED = { sentAt: null, problem: { [Op.ne]: null } };

async function read<Row extends object>(sql: string, replacements: Record<string, unknown> = {}): Promise<Row[]> {
  return PersonModel.sequelize!.query<Row>(sql, { type: QueryTypes.SELECT, replacements });
}

const megabytes = (bytes: unknown): number => Math.round(Number(bytes ?? 0) / 1e5) / 10;

/** How the installation is. */
export async function installationState(personId: string, { smtpUrl }: MailSettings): Promise<InstallationState> {
  await requireAdministrator(personId);
  const [[database], [clips], people, courses, takes, waiting, underWay, notRead, toGo, failed] = await Promise.all([
    read<{ version: string; bytes: string }>(
      'SELECT VERSION() AS version, SUM(data_length + index_length) AS bytes FROM information_schema.tables ' +
        'WHERE table_schema = DATABASE()',
    ),
    read<{ bytes: string }>('SELECT SUM(size) AS bytes FROM clips'),
    PersonModel.count(),
    CourseModel.count(),
    TakeModel.count(),
    ReadingModel.count({ where: { state: 'waiting' } }),
    ReadingModel.count({ where: { state: 'under-way' } }),
    ReadingModel.count({ where: { state: 'not-read' } }),
    MessageModel.count({ where: { sentAt: null, problem: null } }),
    MessageModel.count({ where: FAILED }),
  ]);
  return {
    startedAt: STARTED_AT.toISOString(),
    database: { version: database!.version, megabytes: megabytes(database!.bytes) },
    people,
    courses,
    takes,
    clipMegabytes: megabytes(clips!.bytes),
    readings: { waiting, underWay, notRead },
    messages: { waiting: toGo, failed, isSent: smtpUrl !== null },
  };
}

/** Every course, with who instructs it and how much is in it. */
export async function installationCourses(personId: string): Promise<InstallationCourse[]> {
  await requireAdministrator(personId);
  const [courses, enrolments, works, clips] = await Promise.all([
    CourseModel.findAll({ order: [['title', 'ASC']] }),
    EnrolmentModel.findAll({ include: 'person' }),
    read<{ courseId: string; exercises: string; takes: string; lastTakeAt: Date | null }>(
      'SELECT e.courseId, COUNT(DISTINCT e.id) AS exercises, COUNT(t.id) AS takes, MAX(t.handedInAt) AS lastTakeAt ' +
        'FROM exercises e LEFT JOIN takes t ON t.exerciseId = e.id WHERE NOT e.blank GROUP BY e.courseId',
    ),
    read<{ courseId: string; bytes: string }>(
      'SELECT COALESCE(c.courseId, e.courseId) AS courseId, SUM(c.size) AS bytes FROM clips c ' +
        'LEFT JOIN exercises e ON e.id = c.exerciseId GROUP BY 1',
    ),
  ]);
  return courses.map(({ id, title }) => {
    const people = enrolments.filter(({ courseId }) => courseId === id);
    const work = works.find(({ courseId }) => courseId === id);
    return {
      id,
      title,
      instructors: people.filter(({ role }) => role === 'instructor').map(({ person }) => person!.name),
      learners: people.filter(({ role }) => role === 'learner').length,
      exercises: Number(work?.exercises ?? 0),
      takes: Number(work?.takes ?? 0),
      clipMegabytes: megabytes(clips.find(({ courseId }) => courseId === id)?.bytes),
      lastTakeAt: work?.lastTakeAt ? new Date(work.lastTakeAt).toISOString() : null,
    };
  });
}

/** People whose name or e-mail has these words. */
export async function installationPeople(personId: string, words: string): Promise<InstallationPeople> {
  await requireAdministrator(personId);
  const has = { [Op.like]: `%${words.replace(/[\\%_]/g, '\\$&')}%` };
  const { rows, count } = await PersonModel.findAndCountAll({
    where: words ? { [Op.or]: [{ name: has }, { email: has }] } : {},
    order: [['name', 'ASC']],
    limit: PEOPLE_PAGE,
  });
  const ids = rows.map(({ id }) => id);
  const [enrolments, sessions] = await Promise.all([
    EnrolmentModel.findAll({ where: { personId: ids }, include: 'course' }),
    SessionModel.findAll({ where: { personId: ids }, attributes: ['personId', 'updatedAt'] }),
  ]);
  const shown = rows.map(({ id, name, email, isAdministrator }): InstallationPerson => {
    const seen = sessions.filter((session) => session.personId === id).map(({ updatedAt }) => updatedAt.getTime());
    return {
      id,
      name,
      email,
      isAdministrator,
      courses: enrolments
        .filter((enrolment) => enrolment.personId === id)
        .map(({ course, role }) => ({ title: course!.title, role })),
      seenAt: seen.length > 0 ? new Date(Math.max(...seen)).toISOString() : null,
    };
  });
  return { people: shown, total: count };
}

/** The newest messages, as they went or would have gone. */
export async function outbox(personId: string, settings: MailSettings): Promise<Outbox> {
  await requireAdministrator(personId);
  const { rows, count } = await MessageModel.findAndCountAll({ order: [['createdAt', 'DESC']], limit: OUTBOX_PAGE });
  const messages = rows.map((message): OutboxMessage => {
    const { id, kind, createdAt, goesAt, sentAt, problem } = message;
    const { to, subject, text } = letterOf(message, settings.address);
    return {
      id,
      to: to.name ? `${to.name} <${to.address}>` : to.address,
      kind,
      subject,
      text,
      createdAt: createdAt.toISOString(),
      goesAt: goesAt.toISOString(),
      sentAt: sentAt?.toISOString() ?? null,
      problem: problem ?? null,
    };
  });
  return { messages, total: count, isSent: settings.smtpUrl !== null };
}

/** What was done here, the newest first. */
export async function deeds(personId: string): Promise<Deed[]> {
  await requireAdministrator(personId);
  const done = await DeedModel.findAll({ include: 'person', order: [['createdAt', 'DESC']], limit: DEEDS_SHOWN });
  return done.map(({ id, createdAt, person, says }) => ({
    id,
    at: createdAt.toISOString(),
    who: person!.name,
    says,
  }));
}

/** Does something to somebody as an administrator, and writes it down. */
async function doTo<T>(
  personId: string,
  otherId: string,
  work: (other: PersonModel, transaction: Transaction) => Promise<{ says: string; gives: T }>,
): Promise<T> {
  await requireAdministrator(personId);
  return PersonModel.sequelize!.transaction(async (transaction) => {
    const other = await PersonModel.findByPk(otherId, { transaction });
    if (!other) throw new ProblemError('not-found', 'There is nobody like that.');
    const { says, gives } = await work(other, transaction);
    await DeedModel.create({ personId, says: says.slice(0, 300) }, { transaction });
    return gives;
  });
}

/** Makes somebody an administrator, or ends that. Throws `does-not-fit` for the last one. */
export function chooseAdministrator(personId: string, otherId: string, isAdministrator: boolean): Promise<void> {
  return doTo(personId, otherId, async (other, transaction) => {
    if (!isAdministrator && !(await areOthersAdministrators(otherId, transaction)))
      throw new ProblemError('does-not-fit', 'There is one administrator at least: make another first.');
    await other.update({ isAdministrator }, { transaction });
    const says = isAdministrator
      ? `Made ${other.name} (${other.email}) an administrator.`
      : `Ended that ${other.name} (${other.email}) is an administrator.`;
    return { says, gives: undefined };
  });
}

/** A link to a new password for somebody, for a day. */
export function passwordLinkFor(personId: string, otherId: string): Promise<PasswordLink> {
  return doTo(personId, otherId, async (other, transaction) => {
    const by = (await PersonModel.findByPk(personId, { attributes: ['name'], transaction }))!.name;
    await tellLinkMade(other, by, transaction);
    return {
      says: `Made a link to a new password for ${other.name} (${other.email}).`,
      gives: await issueLink(otherId, 24, transaction),
    };
  });
}

/** Signs somebody out everywhere. */
export function endSessionsOf(personId: string, otherId: string): Promise<void> {
  return doTo(personId, otherId, async (other, transaction) => {
    await SessionModel.destroy({ where: { personId: otherId }, transaction });
    return { says: `Signed ${other.name} (${other.email}) out everywhere.`, gives: undefined };
  });
}
