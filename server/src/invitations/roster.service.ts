import type { Roster, RosterInvited } from '@undulan/contract';
import { Op } from 'sequelize';
import { requireInstructor } from '../access/access.ts';
import { EnrolmentModel } from '../courses/course.model.ts';
import { holdCourse } from '../courses/hold-course.ts';
import { tellInvited } from '../mail/tell-invited.ts';
import { PersonModel } from '../people/person.model.ts';
import { refuseBeyond } from '../quotas/quotas.ts';
import { InvitationModel } from './invitation.model.ts';
import { newLink } from './new-link.ts';

/**
 * Invites people, each by a link of their own, which is written to them. Who is in the course or invited by name
 * already is left out. Throws `over-quota`.
 */
export async function inviteRoster(
  personId: string,
  courseId: string,
  { people, role, days }: Roster,
): Promise<RosterInvited> {
  await requireInstructor(personId, courseId);
  return InvitationModel.sequelize!.transaction(async (transaction) => {
    const course = await holdCourse(courseId, transaction);
    const author = await PersonModel.findByPk(personId, { attributes: ['name'], transaction });
    const there = await EnrolmentModel.findAll({ where: { courseId }, include: 'person', transaction });
    const open = { courseId, used: 0, endsAt: { [Op.gt]: new Date() }, email: { [Op.ne]: null } };
    const invited = await InvitationModel.findAll({ where: open, transaction });
    refuseBeyond('rosterInvitations', invited.length + people.length - 1);
    const known = new Set([...there.map(({ person }) => person!.email), ...invited.map(({ email }) => email!)]);
    const anew = [...new Map(people.map((person) => [person.email, person])).values()].filter(
      ({ email }) => !known.has(email),
    );
    const made = await InvitationModel.bulkCreate(
      anew.map(({ name, email }) => ({
        courseId,
        authorId: personId,
        ...newLink(days),
        role,
        places: 1,
        name,
        email,
      })),
      { transaction },
    );
    await tellInvited(course, author!.name, made, transaction);
    return { invited: made.length, leftOut: people.length - made.length };
  });
}
