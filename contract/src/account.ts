import * as z from 'zod';
import { TakeSummary } from './courses.ts';
import { NewAccount } from './invitations.ts';

/** What an account is called and signs in with. Another e-mail needs the password. */
export const ChangeAccount = NewAccount.pick({ name: true, email: true }).extend({
  old: z.string().max(200).default(''),
});
export type ChangeAccount = z.infer<typeof ChangeAccount>;

/** An account that is given up, by who knows its password. */
export const LeaveAll = z.object({ password: z.string().min(1, 'Type your password.').max(200) });
export type LeaveAll = z.infer<typeof LeaveAll>;

/** A course that someone has left, with what they handed in there: it stays theirs to see. */
export const LeftCourse = z.object({
  courseId: z.string(),
  title: z.string(),
  leftAt: z.string(),
  /** Their takes stay among the figures of its Ledger. */
  inLedger: z.boolean(),
  takes: z.array(TakeSummary.extend({ exerciseTitle: z.string() })),
});
export type LeftCourse = z.infer<typeof LeftCourse>;

export const StayInLedger = z.object({ inLedger: z.boolean() });
export type StayInLedger = z.infer<typeof StayInLedger>;
