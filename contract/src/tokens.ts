import * as z from 'zod';

/** What a script may do: read what its person sees, or hand in for them as well. */
export const TokenScope = z.enum(['read', 'hand-in']);
export type TokenScope = z.infer<typeof TokenScope>;

export const NewToken = z.object({
  name: z.string().trim().min(1, 'Say what it is for.').max(60, 'A name has at most 60 characters.'),
  scope: TokenScope,
});
export type NewToken = z.infer<typeof NewToken>;

export const AccessToken = z.object({
  id: z.string(),
  name: z.string(),
  scope: TokenScope,
  createdAt: z.string(),
  usedAt: z.string().nullable(),
});
export type AccessToken = z.infer<typeof AccessToken>;

/** A token as it is made: it is told this once. */
export const MadeToken = AccessToken.extend({ token: z.string() });
export type MadeToken = z.infer<typeof MadeToken>;
