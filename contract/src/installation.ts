import * as z from 'zod';
import { CourseRole, Credentials, NewPassword, Person } from './people.ts';

/** How an installation is. */
export const InstallationState = z.object({
  startedAt: z.string(),
  database: z.object({ version: z.string(), megabytes: z.number() }),
  people: z.int(),
  courses: z.int(),
  takes: z.int(),
  /** Clips, references and pictures. */
  clipMegabytes: z.number(),
  readings: z.object({ waiting: z.int(), underWay: z.int(), notRead: z.int() }),
  messages: z.object({ waiting: z.int(), failed: z.int(), isSent: z.boolean() }),
});
export type InstallationState = z.infer<typeof InstallationState>;

export const InstallationCourse = z.object({
  id: z.string(),
  title: z.string(),
  instructors: z.array(z.string()),
  learners: z.int(),
  exercises: z.int(),
  takes: z.int(),
  clipMegabytes: z.number(),
  lastTakeAt: z.string().nullable(),
});
export type InstallationCourse = z.infer<typeof InstallationCourse>;

export const InstallationPerson = Person.extend({
  isAdministrator: z.boolean(),
  courses: z.array(z.object({ title: z.string(), role: CourseRole })),
  seenAt: z.string().nullable(),
});
export type InstallationPerson = z.infer<typeof InstallationPerson>;

/** How many people come at a time. */
export const PEOPLE_PAGE = 100;

/** The people whose name or e-mail has the words looked for, the first hundred by name, and how many there are. */
export const InstallationPeople = z.object({ people: z.array(InstallationPerson), total: z.int() });
export type InstallationPeople = z.infer<typeof InstallationPeople>;

/** Something that was done by who runs the installation. */
export const Deed = z.object({ id: z.string(), at: z.string(), who: z.string(), says: z.string() });
export type Deed = z.infer<typeof Deed>;

export const AdministratorChoice = z.object({ isAdministrator: z.boolean() });
export type AdministratorChoice = z.infer<typeof AdministratorChoice>;

/** Who has forgotten their password. */
export const Forgotten = Credentials.pick({ email: true });
export type Forgotten = z.infer<typeof Forgotten>;

/** A link to a new password, for who is to get it. */
export const PasswordLink = z.object({
  /** What the link ends with. */
  code: z.string(),
  endsAt: z.string(),
});
export type PasswordLink = z.infer<typeof PasswordLink>;

/** Whose password a link is for. */
export const PasswordLinkOf = z.object({ name: z.string() });
export type PasswordLinkOf = z.infer<typeof PasswordLinkOf>;

export const PasswordByLink = NewPassword.pick({ password: true });
export type PasswordByLink = z.infer<typeof PasswordByLink>;
