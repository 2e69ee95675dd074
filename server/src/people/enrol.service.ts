import { CourseRole, Credentials, NewPassword } from '@undulan/contract';
import type { Sequelize } from 'sequelize';
import * as z from 'zod';
import { CourseModel, EnrolmentModel } from '../courses/course.model.ts';
import { SessionModel } from '../http/session.model.ts';
import { hashPassword } from './passwords.ts';
import { PersonModel } from './person.model.ts';
import { newSecret } from './secrets.ts';

/** A person's place in a course, as whoever runs the installation gives it. */
export const NewEnrolment = z.object({
  course: z.string('Name the course.').trim().min(1).max(120),
  name: z.string('Give the name.').trim().min(1).max(120),
  email: Credentials.shape.email,
  role: CourseRole,
  password: NewPassword.shape.password.optional(),
});
export type NewEnrolment = z.infer<typeof NewEnrolment>;

export interface Enrolled {
  madeCourse: boolean;
  /** The password of an account that was made now; null where the account was there. */
  madePassword: string | null;
}

/** A password for an account whose own is lost. */
export const PasswordReset = z.object({
  email: Credentials.shape.email,
  password: NewPassword.shape.password.optional(),
});
export type PasswordReset = z.infer<typeof PasswordReset>;

/** Who is to run the installation. */
export const NewAdministrator = z.object({ email: Credentials.shape.email });
export type NewAdministrator = z.infer<typeof NewAdministrator>;

/** Makes an account run the installation. Gives whether there is such an account. */
export async function makeAdministrator({ email }: NewAdministrator): Promise<boolean> {
  const person = await PersonModel.findOne({ where: { email } });
  await person?.update({ isAdministrator: true });
  return person !== null;
}

const madeUp = (): string => newSecret(9);

/** Gives an account another password and ends its sessions. Gives the password; null where there is no such account. */
export async function resetPassword({ email, password = madeUp() }: PasswordReset): Promise<string | null> {
  const person = await PersonModel.findOne({ where: { email } });
  if (!person) return null;
  await person.update({ passwordHash: await hashPassword(password) });
  await SessionModel.destroy({ where: { personId: person.id } });
  return password;
}

/**
 * Enrols a person, making the account and the course as needed. An account that is there keeps its name and password;
 * its role in the course becomes the one given.
 */
export function enrol(sequelize: Sequelize, { course, name, email, role, password }: NewEnrolment): Promise<Enrolled> {
  return sequelize.transaction(async (transaction) => {
    const [{ id: courseId }, madeCourse] = await CourseModel.findOrCreate({ where: { title: course }, transaction });
    const known = await PersonModel.findOne({ where: { email }, transaction });
    const madePassword = known ? null : (password ?? madeUp());
    const person =
      known ??
      (await PersonModel.create({ name, email, passwordHash: await hashPassword(madePassword!) }, { transaction }));
    const [enrolment] = await EnrolmentModel.findOrCreate({
      where: { courseId, personId: person.id },
      defaults: { courseId, personId: person.id, role },
      transaction,
    });
    if (enrolment.role !== role) await enrolment.update({ role }, { transaction });
    return { madeCourse, madePassword };
  });
}
