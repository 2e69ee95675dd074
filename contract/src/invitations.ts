import * as z from 'zod';
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
  people: z.array(Person.extend({ role: CourseRole })),
  invitations: z.array(Invitation),
});
export type CoursePeople = z.infer<typeof CoursePeople>;

/** What someone who follows a link is told. */
export const InvitedTo = z.object({ courseTitle: z.string(), role: CourseRole, invitedBy: z.string() });
export type InvitedTo = z.infer<typeof InvitedTo>;

/** An account for someone who has none. */
export const NewAccount = z.object({
  name: z.string().trim().min(1, 'Type your name.').max(120, 'A name has at most 120 characters.'),
  email: Credentials.shape.email,
  password: NewPassword.shape.password,
});
export type NewAccount = z.infer<typeof NewAccount>;

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
