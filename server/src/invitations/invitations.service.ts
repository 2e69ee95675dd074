import { randomBytes } from 'node:crypto';
import type {
  CoursePeople,
  Invitation,
  InvitedTo,
  Joined,
  NewAccount,
  NewInvitation,
  PasswordLink,
} from '@undulan/contract';
import { Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { requireInstructor, roleIn } from '../access/access.ts';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { issueLink } from '../people/password-links.service.ts';
import { hashPassword } from '../people/passwords.ts';
import { PersonModel } from '../people/person.model.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { InvitationModel } from './invitation.model.ts';

const DAY_MS = 24 * 60 * 60 * 1000;
/** As many letters of base64url as a link ends with. */
const CODE_BYTES = 18;

const show = ({ id, code, role, places, used, endsAt }: InvitationModel): Invitation => ({
  id,
  code,
  role,
  places,
  used,
  endsAt: endsAt.toISOString(),
});

/** Everyone of a course, and its open invitations, for its instructors. */
export async function coursePeople(personId: string, courseId: string): Promise<CoursePeople> {
  await requireInstructor(personId, courseId);
  const [course, enrolments, invitations] = await Promise.all([
    CourseModel.findByPk(courseId),
    EnrolmentModel.findAll({
      where: { courseId },
      include: [{ model: PersonModel, as: 'person' }],
      order: [
        ['role', 'ASC'],
        [{ model: PersonModel, as: 'person' }, 'name', 'ASC'],
      ],
    }),
    InvitationModel.findAll({ where: { courseId, endsAt: { [Op.gt]: new Date() } }, order: [['createdAt', 'DESC']] }),
  ]);
  return {
    title: course!.title,
    people: enrolments.map(({ person, role }) => ({
      id: person!.id,
      name: person!.name,
      email: person!.email,
      role,
    })),
    invitations: invitations.map(show),
  };
}

export async function invite(
  personId: string,
  courseId: string,
  { role, places, days }: NewInvitation,
): Promise<Invitation> {
  await requireInstructor(personId, courseId);
  const endsAfterNow = { courseId, endsAt: { [Op.gt]: new Date() } };
  refuseBeyond('invitations', await InvitationModel.count({ where: endsAfterNow }));
  const code = randomBytes(CODE_BYTES).toString('base64url');
  const endsAt = new Date(Date.now() + days * DAY_MS);
  return show(await InvitationModel.create({ courseId, authorId: personId, code, role, places, endsAt }));
}

/** Ends an invitation at once: its link opens nothing any more. Throws `not-found`. */
export async function endInvitation(personId: string, courseId: string, id: string): Promise<void> {
  await requireInstructor(personId, courseId);
  const ended = await InvitationModel.destroy({ where: { id, courseId } });
  if (ended === 0) throw new ProblemError('not-found', 'There is no such invitation.');
}

/**
 * Takes someone out of a course, as an instructor does, and anybody for themselves. What they handed in stays, and is
 * theirs again should they come back; until then they see nothing of the course. Throws `not-found`, `does-not-fit` for
 * its only instructor.
 */
export async function takeOut(personId: string, courseId: string, memberId: string): Promise<void> {
  if (memberId === personId) await roleIn(personId, courseId);
  else await requireInstructor(personId, courseId);
  await EnrolmentModel.sequelize!.transaction(async (transaction) => {
    await holdCourse(courseId, transaction);
    const enrolment = await EnrolmentModel.findOne({ where: { courseId, personId: memberId }, transaction });
    if (!enrolment) throw new ProblemError('not-found', 'Nobody like that is in this course.');
    const instructors = await EnrolmentModel.count({ where: { courseId, role: 'instructor' }, transaction });
    if (enrolment.role === 'instructor' && instructors === 1)
      throw new ProblemError('does-not-fit', 'A course has one instructor at least: let another in first.');
    await enrolment.destroy({ transaction });
  });
}

/**
 * A link to a new password, for a day, for a learner of the course; not for who instructs anywhere or runs the
 * installation, whose account opens more than a learner's. Throws `not-found`, `forbidden`.
 */
export async function passwordLinkForLearner(
  personId: string,
  courseId: string,
  memberId: string,
): Promise<PasswordLink> {
  await requireInstructor(personId, courseId);
  const enrolments = await EnrolmentModel.findAll({ where: { personId: memberId }, include: 'person' });
  const here = enrolments.find((enrolment) => enrolment.courseId === courseId);
  if (!here) throw new ProblemError('not-found', 'Nobody like that is in this course.');
  if (here.person!.isAdministrator || enrolments.some(({ role }) => role === 'instructor'))
    throw new ProblemError('forbidden', 'Only who runs this installation gives an instructor a new password.');
  return issueLink(memberId, 24);
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
  };
}

/** Holds the invitation while someone takes a place of it, so that no two take the last. */
async function heldInvitation(code: string, transaction: Transaction): Promise<InvitationModel | null> {
  return InvitationModel.findOne({ where: { code }, transaction, lock: transaction.LOCK.UPDATE });
}

async function holdCourse(courseId: string, transaction: Transaction): Promise<void> {
  await CourseModel.findByPk(courseId, { attributes: ['id'], transaction, lock: transaction.LOCK.UPDATE });
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
