import * as z from 'zod';
import { NewAccount } from './invitations.ts';

/** What an account is called and signs in with. Another e-mail needs the password. */
export const ChangeAccount = NewAccount.pick({ name: true, email: true }).extend({
  old: z.string().max(200).default(''),
});
export type ChangeAccount = z.infer<typeof ChangeAccount>;

/** An account that is given up, by who knows its password. */
export const LeaveAll = z.object({ password: z.string().min(1, 'Type your password.').max(200) });
export type LeaveAll = z.infer<typeof LeaveAll>;
