import type { Invitation, InvitedTo, Joined, NewAccount, NewInvitation } from '@undulan/contract';
import { Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { requireInstructor } from '../access/access.ts';
import { EnrolmentModel } from '../courses/course.model.ts';
import { holdCourse } from '../courses/hold-course.ts';
import { ProblemError } from '../http/problem-error.ts';
import { hashPassword } from '../people/passwords.ts';
import { PersonModel } from '../people/person.model.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { InvitationModel } from './invitation.model.ts';
import { newLink, showInvitation } from './new-link.ts';

export async function invite(
  personId: string,
  courseId: string,
  { role, places, days }: NewInvitation,
): Promise<Invitation> {
  await requireInstructor(personId, courseId);
  const endsAfterNow = { courseId, endsAt: { [Op.gt]: new Date() } };
  refuseBeyond('invitations', await InvitationModel.count({ where: { ...endsAfterNow, email: null } }));
  const link = { ...newLink(days), courseId, authorId: personId };
  return showInvitation(await InvitationModel.create({ ...link, role, places }));
}

/** Ends an invitation at once: its link opens nothing any more. Throws `not-found`. */
export async function endInvitation(personId: string, courseId: string, id: string): Promise<void> {
  await requireInstructor(personId, courseId);
  const ended = await InvitationModel.destroy({ where: { id, courseId } });
  if (ended === 0) throw new ProblemError('not-found', 'There is no such invitation.');
}

const noInvitation = (): ProblemError =>
  new ProblemError('not-found', 'This invitation has ended, or all its places are taken: ask for another.');

/** What a link leads to, for whoever has it. Throws `not-found` once it has ended or is full. */
export async function invitedTo(code: string): Promise<InvitedTo> {
  const invitation = await InvitationModel.findOne({ where: { code }, include: ['course', 'author'] });
  if (!invitation?.isOpen) throw noInvitation();
  return {
    courseTitle: invitation.course!.title,
    role: invitation.role,
    invitedBy: invitation.author!.name,
    to: invitation.to,
  };
}

/** Holds the invitation while someone takes a place of it, so that no two take the last. */
async function heldInvitation(code: string, transaction: Transaction): Promise<InvitationModel | null> {
  return InvitationModel.findOne({ where: { code }, transaction, lock: transaction.LOCK.UPDATE });
}

async function takePlace(invitation: InvitationModel, personId: string, transaction: Transaction): Promise<void> {
  const { courseId, role } = invitation;
  await EnrolmentModel.create({ courseId, personId, role }, { transaction });
  await invitation.update({ used: invitation.used + 1 }, { transaction });
}

/**
 * Joins the course of an invitation. Who is in it already stays as they are, and takes no place. Throws `not-found`.
 */
export function join(personId: string, code: string): Promise<Joined> {
  return InvitationModel.sequelize!.transaction(async (transaction) => {
    const invitation = await heldInvitation(code, transaction);
    if (!invitation) throw noInvitation();
    const { courseId } = invitation;
    // By another link at the same time they would be in it twice, which the table does not take.
    await holdCourse(courseId, transaction);
    if ((await EnrolmentModel.count({ where: { courseId, personId }, transaction })) > 0) return { courseId };
    if (!invitation.isOpen) throw noInvitation();
    await takePlace(invitation, personId, transaction);
    return { courseId };
  });
}

/**
 * Makes an account for someone who was invited, in the course of the invitation. Gives who they are. Throws
 * `not-found`, `does-not-fit` where there is an account with this e-mail.
 */
export async function joinAnew(
  code: string,
  { name, email, password }: NewAccount,
): Promise<Joined & { personId: string }> {
  // Told first: a password takes the server a while.
  await invitedTo(code);
  const passwordHash = await hashPassword(password);
  try {
    return await InvitationModel.sequelize!.transaction(async (transaction) => {
      const invitation = await heldInvitation(code, transaction);
      if (!invitation?.isOpen) throw noInvitation();
      const { id: personId } = await PersonModel.create({ name, email, passwordHash }, { transaction });
      await takePlace(invitation, personId, transaction);
      return { courseId: invitation.courseId, personId };
    });
  } catch (error) {
    if (error instanceof UniqueConstraintError)
      throw new ProblemError(
        'does-not-fit',
        'There is an account with this e-mail already: sign in with it, and open the link once more.',
      );
    throw error;
  }
}
