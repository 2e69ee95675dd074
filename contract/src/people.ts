import * as z from 'zod';

export const CourseRole = z.enum(['instructor', 'learner']);
export type CourseRole = z.infer<typeof CourseRole>;

export const Credentials = z.object({
  email: z.string().trim().toLowerCase().pipe(z.email('Type an e-mail address, such as name@example.org.')),
  password: z.string().min(1, 'Type your password.').max(200),
});
export type Credentials = z.infer<typeof Credentials>;

export const Person = z.object({ id: z.string(), name: z.string(), email: z.string() });
export type Person = z.infer<typeof Person>;

/** Keyboard shortcuts a person has chosen instead of the given ones: chords by the shortcut's name. */
export const ShortcutChoices = z.record(z.string().min(1).max(40), z.string().min(1).max(40)).refine((choices) => Object.keys(choices).length <= 200, { message: 'Too many shortcuts.' });
export type ShortcutChoices = z.infer<typeof ShortcutChoices>;

/** Accounts anyone may try; empty unless the demo course is loaded. */
export const DemoAccounts = z.object({
  accounts: z.array(z.object({ name: z.string(), email: z.string(), role: CourseRole })),
  password: z.string().nullable(),
});
export type DemoAccounts = z.infer<typeof DemoAccounts>;
