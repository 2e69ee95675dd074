import type { CoursePeople, PasswordLink, RoleChoice, StayInLedger } from '@undulan/contract';
import { literal, Op, type Transaction } from 'sequelize';
import { requireInstructor, roleIn } from '../access/access.ts';
import { CourseModel, EnrolmentModel, LeftCourseModel } from '../courses/course.model.ts';
import { holdCourse } from '../courses/hold-course.ts';
import { USUAL_DEFAULTS } from '../courses/usual-defaults.ts';
import { ProblemError } from '../http/problem-error.ts';
import { issueLink, tellLinkMade } from '../people/password-links.service.ts';
import { PersonModel } from '../people/person.model.ts';
import { InvitationModel } from './invitation.model.ts';
import { showInvitation } from './new-link.ts';

/** Who instructs first, who learns last. */
const BY_ROLE = "FIELD(`enrolment`.`role`, 'instructor', 'marker', 'learner')";

/** Everyone of a course, and its open invitations, for its instructors. */
export async function coursePeople(personId: string, courseId: string): Promise<CoursePeople> {
  await requireInstructor(personId, courseId);
  const [course, enrolments, invitations, left] = await Promise.all([
    CourseModel.findByPk(courseId),
    EnrolmentModel.findAll({
      where: { courseId },
      include: [{ model: PersonModel, as: 'person' }],
      order: [
        [literal(BY_ROLE), 'ASC'],
        [{ model: PersonModel, as: 'person' }, 'name', 'ASC'],
      ],
    }),
    InvitationModel.findAll({ where: { courseId, endsAt: { [Op.gt]: new Date() } }, order: [['createdAt', 'DESC']] }),
    LeftCourseModel.findAll({ where: { courseId }, include: 'person', order: [['createdAt', 'DESC']] }),
  ]);
  return {
    title: course!.title,
    defaults: course!.defaults ?? USUAL_DEFAULTS,
    people: enrolments.map(({ person, role }) => ({
      id: person!.id,
      name: person!.name,
      email: person!.email,
      role,
    })),
    left: left
      .filter((one) => !enrolments.some(({ personId: member }) => member === one.personId))
      .map(({ person, createdAt, inLedger }) => ({
        id: person!.id,
        name: person!.name,
        leftAt: createdAt.toISOString(),
        inLedger,
      })),
    // Who was invited by name and has come is among the people.
    invitations: invitations.filter(({ to, isOpen }) => to === null || isOpen).map(showInvitation),
  };
}

/** Someone's part in a course that is held, to be ended or changed. Throws as `takeOut`. */
async function memberToChange(courseId: string, memberId: string, transaction: Transaction): Promise<EnrolmentModel> {
  const enrolment = await EnrolmentModel.findOne({ where: { courseId, personId: memberId }, transaction });
  if (!enrolment) throw new ProblemError('not-found', 'Nobody like that is in this course.');
  const instructors = await EnrolmentModel.count({ where: { courseId, role: 'instructor' }, transaction });
  if (enrolment.role === 'instructor' && instructors === 1)
    throw new ProblemError('does-not-fit', 'A course has one instructor at least: let another in first.');
  return enrolment;
}

/**
 * Makes someone of a course an instructor, a marker or a learner of it. What they handed in stays theirs. Throws as
 * `takeOut`.
 */
export async function chooseRole(
  personId: string,
  courseId: string,
  memberId: string,
  { role }: RoleChoice,
): Promise<void> {
  await requireInstructor(personId, courseId);
  await EnrolmentModel.sequelize!.transaction(async (transaction) => {
    await holdCourse(courseId, transaction);
    const isSo = { courseId, personId: memberId, role };
    if ((await EnrolmentModel.count({ where: isSo, transaction })) > 0) return;
    await (await memberToChange(courseId, memberId, transaction)).update({ role }, { transaction });
  });
}

/**
 * Takes someone out of a course, as an instructor does, and anybody for themselves. What they handed in stays theirs to
 * see, and among the course's figures where that is asked; else they see nothing of the course until they come back.
 * Throws `not-found`, `does-not-fit` for its only instructor.
 */
export async function takeOut(
  personId: string,
  courseId: string,
  memberId: string,
  { inLedger }: StayInLedger,
): Promise<void> {
  if (memberId === personId) await roleIn(personId, courseId);
  else await requireInstructor(personId, courseId);
  await EnrolmentModel.sequelize!.transaction(async (transaction) => {
    await holdCourse(courseId, transaction);
    const enrolment = await memberToChange(courseId, memberId, transaction);
    await enrolment.destroy({ transaction });
    const left = { courseId, personId: memberId };
    await LeftCourseModel.destroy({ where: left, transaction });
    await LeftCourseModel.create({ ...left, inLedger }, { transaction });
  });
}

/**
 * A link to a new password, for a day, for a learner of the course; not for who teaches anywhere or runs the
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
  if (here.person!.isAdministrator || enrolments.some(({ role }) => role !== 'learner'))
    throw new ProblemError('forbidden', 'Only who runs this installation gives an instructor a new password.');
  const by = (await PersonModel.findByPk(personId, { attributes: ['name'] }))!.name;
  return PersonModel.sequelize!.transaction(async (transaction) => {
    await tellLinkMade(here.person!, by, transaction);
    return issueLink(memberId, 24, transaction);
  });
}
