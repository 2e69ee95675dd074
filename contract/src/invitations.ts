import * as z from 'zod';
import { CourseDefaults } from './courses.ts';
import { CourseRole, Credentials, NewPassword, Person } from './people.ts';

const Title = z
  .string()
  .trim()
  .min(1, 'Give the course a name.')
  .max(120, 'A name of a course has at most 120 characters.');

/** A course that is begun, or given another name. */
export const CourseName = z.object({ title: Title });
export type CourseName = z.infer<typeof CourseName>;

/** A link by which so many people join a course until a day. */
export const NewInvitation = z.object({
  role: CourseRole,
  places: z.int('Places are whole.').min(1, 'It has one place at least.').max(500, 'It has at most 500 places.'),
  days: z.int('Days are whole.').min(1, 'It lasts a day at least.').max(180, 'It lasts at most 180 days.'),
});
export type NewInvitation = z.infer<typeof NewInvitation>;

export const Invitation = z.object({
  id: z.string(),
  /** Whom it is for; null of one for anybody. */
  to: z.object({ name: z.string(), email: z.string() }).nullable(),
  /** What the link ends with. */
  code: z.string(),
  role: CourseRole,
  places: z.int(),
  used: z.int(),
  endsAt: z.string(),
});
export type Invitation = z.infer<typeof Invitation>;

/** Everyone of a course, and the links that are open, for its instructors. */
export const CoursePeople = z.object({
  title: z.string(),
  defaults: CourseDefaults,
  people: z.array(Person.extend({ role: CourseRole })),
  /** Who left it, the latest first, and whether their takes stay among the figures of the Ledger. */
  left: z.array(z.object({ id: z.string(), name: z.string(), leftAt: z.string(), inLedger: z.boolean() })),
  invitations: z.array(Invitation),
});
export type CoursePeople = z.infer<typeof CoursePeople>;

/** What someone of a course is from now on. */
export const RoleChoice = z.object({ role: CourseRole });
export type RoleChoice = z.infer<typeof RoleChoice>;

/** What someone who follows a link is told. */
export const InvitedTo = z.object({
  courseTitle: z.string(),
  role: CourseRole,
  invitedBy: z.string(),
  /** Whom it is for; null of one for anybody. */
  to: z.object({ name: z.string(), email: z.string() }).nullable(),
});
export type InvitedTo = z.infer<typeof InvitedTo>;

/** An account for someone who has none. */
export const NewAccount = z.object({
  name: z.string().trim().min(1, 'Type your name.').max(120, 'A name has at most 120 characters.'),
  email: Credentials.shape.email,
  password: NewPassword.shape.password,
});
export type NewAccount = z.infer<typeof NewAccount>;

/** How many people a list invites at a time. */
export const MOST_ON_ROSTER = 500;

/** Someone on a list of people to be invited. */
export const OnRoster = NewAccount.pick({ name: true, email: true });
export type OnRoster = z.infer<typeof OnRoster>;

/** People to be invited, each by a link of their own. */
export const Roster = z.object({
  people: z
    .array(OnRoster)
    .min(1, 'Name somebody.')
    .max(MOST_ON_ROSTER, `A list has at most ${MOST_ON_ROSTER} people.`),
  role: CourseRole,
  days: NewInvitation.shape.days,
});
export type Roster = z.infer<typeof Roster>;

/** How many of a list were invited: who is in the course, or invited already, is not once more. */
export const RosterInvited = z.object({ invited: z.int(), leftOut: z.int() });
export type RosterInvited = z.infer<typeof RosterInvited>;

/** The first account of an installation, and its first course; by the code that the program printed. */
export const FirstSetUp = NewAccount.extend({
  code: z.string().trim().min(1, 'Type the code that was printed when the program started.').max(100),
  course: Title,
});
export type FirstSetUp = z.infer<typeof FirstSetUp>;

/** Whether an installation waits to be set up. */
export const SetUpState = z.object({ isNew: z.boolean() });
export type SetUpState = z.infer<typeof SetUpState>;

/** Where someone has joined. */
export const Joined = z.object({ courseId: z.string() });
export type Joined = z.infer<typeof Joined>;
