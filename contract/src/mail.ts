import * as z from 'zod';

/** What is written about, each of which a person may not want. */
export const MAIL_KINDS = ['invited', 'published', 'due', 'handed-in', 'returned', 'replied'] as const;
export const MailKind = z.enum(MAIL_KINDS);
export type MailKind = z.infer<typeof MailKind>;

/** The kinds of messages someone does not want. */
export const MailChoices = z.object({ off: z.array(MailKind).max(MAIL_KINDS.length) });
export type MailChoices = z.infer<typeof MailChoices>;

/** A message as it went, or would have gone. */
export const OutboxMessage = z.object({
  id: z.string(),
  to: z.string(),
  kind: z.union([MailKind, z.literal('password')]),
  subject: z.string(),
  text: z.string(),
  createdAt: z.string(),
  /** Before that it may still be added to. */
  goesAt: z.string(),
  sentAt: z.string().nullable(),
  /** Why it could not be sent. */
  problem: z.string().nullable(),
});
export type OutboxMessage = z.infer<typeof OutboxMessage>;

/** The newest messages, how many there are, and whether a mail server takes them. */
export const Outbox = z.object({ messages: z.array(OutboxMessage), total: z.int(), isSent: z.boolean() });
export type Outbox = z.infer<typeof Outbox>;
