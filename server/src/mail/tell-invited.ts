import type { Transaction } from 'sequelize';
import type { CourseModel } from '../courses/course.model.ts';
import type { InvitationModel } from '../invitations/invitation.model.ts';
import { PersonModel } from '../people/person.model.ts';
import { MessageModel } from './message.model.ts';

/** Writes to those who are invited by name; who has an account is called as they call themselves, or wants none. */
export async function tellInvited(
  { id: courseId, title }: CourseModel,
  by: string,
  invitations: readonly InvitationModel[],
  transaction: Transaction,
): Promise<void> {
  const accounts = await PersonModel.findAll({ where: { email: invitations.map(({ email }) => email!) }, transaction });
  const told = invitations.flatMap(({ name, email, role, code }) => {
    const account = accounts.find((person) => person.email === email);
    if (account?.mailOff?.includes('invited')) return [];
    const as = role === 'instructor' ? 'an instructor' : `a ${role}`;
    return {
      personId: account?.id ?? null,
      courseId,
      email: email!,
      name: account?.name ?? name!,
      kind: 'invited' as const,
      courseTitle: title,
      lines: [{ says: `${by} invites you as ${as}.`, path: `/join/${code}` }],
      goesAt: new Date(),
    };
  });
  await MessageModel.bulkCreate(told, { transaction });
}
