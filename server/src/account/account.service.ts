import type { ChangeAccount, LeaveAll, MailChoices, NumberChoice } from '@undulan/contract';
import { Op, type Transaction, UniqueConstraintError } from 'sequelize';
import { removeLeftClips } from '../clips/left-clips.ts';
import { EnrolmentModel } from '../courses/course.model.ts';
import { holdCourse } from '../courses/hold-course.ts';
import { DraftModel } from '../drafts/draft.model.ts';
import { DrillRunModel } from '../drills/drill.model.ts';
import { RemarkModel, ShownTakeModel } from '../gallery/gallery.model.ts';
import { ProblemError } from '../http/problem-error.ts';
import { SessionModel } from '../http/session.model.ts';
import { InvitationModel } from '../invitations/invitation.model.ts';
import { MessageModel } from '../mail/message.model.ts';
import { areOthersAdministrators } from '../people/administrators.ts';
import { hashPassword } from '../people/passwords.ts';
import { whoKnows } from '../people/people.service.ts';
import { PersonModel } from '../people/person.model.ts';
import { newSecret } from '../people/secrets.ts';
import { PhraseModel } from '../phrases/phrase.model.ts';
import { PlacedReferenceModel, rulerOfExercise } from '../references/reference.model.ts';
import { TakeModel } from '../takes/take.model.ts';
import { TokenModel } from '../tokens/token.model.ts';

/**
 * Gives an account another name or e-mail. Throws `wrong-password` where another e-mail is not asked for by who knows
 * the password, `does-not-fit` where there is an account with it.
 */
export async function changeAccount(personId: string, { name, email, old }: ChangeAccount): Promise<void> {
  const { email: before } = (await PersonModel.findByPk(personId))!;
  if (email !== before) await whoKnows(personId, old);
  try {
    await PersonModel.update({ name, email }, { where: { id: personId } });
  } catch (error) {
    if (error instanceof UniqueConstraintError)
      throw new ProblemError('does-not-fit', 'There is another account with this e-mail.');
    throw error;
  }
}

/** Keeps of what someone wants no messages. */
export async function chooseMail(personId: string, { off }: MailChoices): Promise<void> {
  await PersonModel.update({ mailOff: [...new Set(off)] }, { where: { id: personId } });
}

/** Keeps how someone writes numbers. */
export async function chooseNumbers(personId: string, { decimalMark }: NumberChoice): Promise<void> {
  await PersonModel.update({ decimalMark }, { where: { id: personId } });
}

/** Courses that this person instructs alone, with others in them. */
async function leftAlone(personId: string, transaction: Transaction): Promise<string[]> {
  const own = await EnrolmentModel.findAll({ where: { personId, role: 'instructor' }, include: 'course', transaction });
  const others = await EnrolmentModel.findAll({
    where: { courseId: own.map(({ courseId }) => courseId), personId: { [Op.ne]: personId } },
    transaction,
  });
  return own
    .filter(({ courseId }) => {
      const there = others.filter((other) => other.courseId === courseId);
      return there.length > 0 && there.every(({ role }) => role !== 'instructor');
    })
    .map(({ course }) => course!.title);
}

/**
 * Gives an account up. What was handed in, said in reviews and made for courses stays with those courses, as of a
 * former learner or instructor; all else of the person goes. Throws `wrong-password`, and `does-not-fit` while a course
 * with others in it has no other instructor, or the installation no other administrator.
 */
export async function leaveAll(personId: string, { password }: LeaveAll): Promise<void> {
  const person = await whoKnows(personId, password);
  const nobodyKnows = await hashPassword(newSecret(24));
  await PersonModel.sequelize!.transaction(async (transaction) => {
    const courses = await EnrolmentModel.findAll({ where: { personId }, transaction });
    // Held, so that two who instruct a course together do not leave it at the same time.
    for (const courseId of courses.map((own) => own.courseId).sort()) await holdCourse(courseId, transaction);
    const alone = await leftAlone(personId, transaction);
    if (alone.length > 0)
      throw new ProblemError(
        'does-not-fit',
        `Nobody else instructs ${alone.map((title) => `“${title}”`).join(', ')}: let another instructor in first.`,
      );
    if (person.isAdministrator && !(await areOthersAdministrators(personId, transaction)))
      throw new ProblemError('does-not-fit', 'Nobody else runs this installation: make another administrator first.');
    const isInstructor = courses.some(({ role }) => role !== 'learner');
    await person.update(
      {
        name: isInstructor ? 'A former instructor' : 'A former learner',
        // A name that no mail can ever go to (RFC 2606).
        email: `${personId}@former.invalid`,
        passwordHash: nobodyKnows,
        isDemo: false,
        isAdministrator: false,
        shortcuts: null,
        decimalMark: '.',
        mailOff: null,
      },
      { transaction },
    );
    const own = { transaction, where: { personId } };
    const made = { transaction, where: { authorId: personId } };
    await SessionModel.destroy(own);
    await EnrolmentModel.destroy(own);
    await DrillRunModel.destroy(own);
    await MessageModel.destroy(own);
    await TokenModel.destroy(own);
    await RemarkModel.destroy(made);
    const takes = await TakeModel.findAll({ where: { learnerId: personId }, attributes: ['id'], transaction });
    await ShownTakeModel.destroy({ where: { takeId: takes.map(({ id }) => id) }, transaction });
    // What they gave an exercise stays with it.
    await PlacedReferenceModel.destroy({
      where: { personId, place: { [Op.notLike]: `${rulerOfExercise('')}%` } },
      transaction,
    });
    await PhraseModel.destroy(made);
    await InvitationModel.destroy(made);
    await DraftModel.destroy({ where: { learnerId: personId }, transaction });
    await removeLeftClips(personId, new Date(), transaction);
  });
}
