import type { Forgotten, PasswordByLink, PasswordLink, PasswordLinkOf } from '@undulan/contract';
import { Op, type Transaction } from 'sequelize';
import { ProblemError } from '../http/problem-error.ts';
import { SessionModel } from '../http/session.model.ts';
import { MessageModel } from '../mail/message.model.ts';
import { PasswordLinkModel } from './password-link.model.ts';
import { hashPassword } from './passwords.ts';
import { PersonModel } from './person.model.ts';
import { hashOfSecret, newSecret } from './secrets.ts';

const HOUR_MS = 3600 * 1000;
const CODE_BYTES = 18;
/** Who asks more often within an hour gets no further message. */
const MOST_AN_HOUR = 3;

/** Makes a link to a new password that lasts so many hours. Links that are over go. */
export async function issueLink(personId: string, hours: number, transaction?: Transaction): Promise<PasswordLink> {
  const code = newSecret(CODE_BYTES);
  const endsAt = new Date(Date.now() + hours * HOUR_MS);
  const over = { endsAt: { [Op.lt]: new Date(Date.now() - HOUR_MS) } };
  await PasswordLinkModel.destroy({ where: over, transaction });
  await PasswordLinkModel.create({ personId, codeHash: hashOfSecret(code), endsAt }, { transaction });
  return { code, endsAt: endsAt.toISOString() };
}

/** Where a link to a new password leads. */
export const passwordPath = ({ code }: Pick<PasswordLink, 'code'>): string => `/new-password/${code}`;

/** Writes a link to a new password to who has forgotten theirs; of an unknown e-mail it does and says nothing. */
export async function forgotten({ email }: Forgotten): Promise<void> {
  const person = await PersonModel.findOne({ where: { email } });
  if (!person) return;
  await PersonModel.sequelize!.transaction(async (transaction) => {
    const lately = { personId: person.id, createdAt: { [Op.gt]: new Date(Date.now() - HOUR_MS) } };
    if ((await PasswordLinkModel.count({ where: lately, transaction })) >= MOST_AN_HOUR) return;
    const link = await issueLink(person.id, 2, transaction);
    const says = 'Someone asked for a new password for your account. If it was you, this link gives you one:';
    await MessageModel.create(
      {
        personId: person.id,
        courseId: null,
        email: person.email,
        name: person.name,
        kind: 'password',
        courseTitle: '',
        lines: [{ says, path: passwordPath(link) }],
        goesAt: new Date(),
      },
      { transaction },
    );
  });
}

/** Tells somebody that a link to their new password was made by another: they should know of it in any case. */
export async function tellLinkMade(
  { id, name, email }: Pick<PersonModel, 'id' | 'name' | 'email'>,
  by: string,
  transaction?: Transaction,
): Promise<void> {
  const says = `${by} made a link to a new password for your account. If you did not ask for it, ask them why.`;
  const line = { says, path: '/account' };
  const of = { personId: id, courseId: null, email, name, kind: 'password' as const, courseTitle: '' };
  await MessageModel.create({ ...of, lines: [line], goesAt: new Date() }, { transaction });
}

async function openLink(code: string): Promise<PasswordLinkModel> {
  const link = await PasswordLinkModel.findOne({ where: { codeHash: hashOfSecret(code) }, include: 'person' });
  if (!link || link.endsAt <= new Date())
    throw new ProblemError('not-found', 'This link was used already, or its time is over: ask for another.');
  return link;
}

/** Whose new password a link gives. Throws `not-found` once it was used or is over. */
export async function passwordLinkOf(code: string): Promise<PasswordLinkOf> {
  return { name: (await openLink(code)).person!.name };
}

/** Gives whoever has a link a new password, once; all sessions of the account end. Gives who it is. */
export async function passwordByLink(code: string, { password }: PasswordByLink): Promise<string> {
  const { personId } = await openLink(code);
  const passwordHash = await hashPassword(password);
  return PersonModel.sequelize!.transaction(async (transaction) => {
    const used = await PasswordLinkModel.destroy({ where: { codeHash: hashOfSecret(code) }, transaction });
    if (used === 0) throw new ProblemError('not-found', 'This link was used already.');
    await PasswordLinkModel.destroy({ where: { personId }, transaction });
    await PersonModel.update({ passwordHash }, { where: { id: personId }, transaction });
    await SessionModel.destroy({ where: { personId }, transaction });
    return personId;
  });
}
