import * as z from 'zod';

/** A cookie that scripts can read: somebody signed in with this browser, and has not signed out since. */
export const SIGNED_IN_MARK = 'undulan.in';

/** What someone is in a course; a marker reviews takes and sets nothing. */
export const CourseRole = z.enum(['instructor', 'marker', 'learner']);
export type CourseRole = z.infer<typeof CourseRole>;

/** On which side of a take, a lesson or a session someone is: who teaches by it, or who learns. */
export const Side = z.enum(['instructor', 'learner']);
export type Side = z.infer<typeof Side>;

export const Credentials = z.object({
  email: z
    .string()
    .trim()
    .toLowerCase()
    .pipe(
      z
        .email('Type an e-mail address, such as name@example.org.')
        .max(254, 'An e-mail address has at most 254 characters.'),
    ),
  password: z.string().min(1, 'Type your password.').max(200),
});
export type Credentials = z.infer<typeof Credentials>;

/** Another password for those who know the one they have. */
export const NewPassword = z.object({
  old: z.string().min(1, 'Type the password you have now.').max(200),
  password: z
    .string()
    .min(10, 'A password has at least 10 characters.')
    .max(200, 'A password has at most 200 characters.'),
});
export type NewPassword = z.infer<typeof NewPassword>;

/** A signed-in session of the caller's, told by a name that does not open it. */
export const OpenSession = z.object({
  id: z.string(),
  begunWith: z.string(),
  begunAt: z.string(),
  seenAt: z.string(),
  isThis: z.boolean(),
});
export type OpenSession = z.infer<typeof OpenSession>;

export const Person = z.object({ id: z.string(), name: z.string(), email: z.string() });
export type Person = z.infer<typeof Person>;

/** Keyboard shortcuts a person has chosen instead of the given ones: chords by the shortcut's name. */
export const ShortcutChoices = z
  .record(z.string().min(1).max(40), z.string().min(1).max(40))
  .refine((choices) => Object.keys(choices).length <= 200, { message: 'Too many shortcuts.' });
export type ShortcutChoices = z.infer<typeof ShortcutChoices>;

/** What stands between the whole of a number and its parts, as someone reads and writes it. */
export const DecimalMark = z.enum(['.', ',']);
export type DecimalMark = z.infer<typeof DecimalMark>;

export const NumberChoice = z.object({ decimalMark: DecimalMark });
export type NumberChoice = z.infer<typeof NumberChoice>;

/** Accounts anyone may try; empty unless the demo course is loaded. */
export const DemoAccounts = z.object({
  accounts: z.array(z.object({ name: z.string(), email: z.string(), role: CourseRole })),
  password: z.string().nullable(),
});
export type DemoAccounts = z.infer<typeof DemoAccounts>;
