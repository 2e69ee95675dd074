import * as z from 'zod';

/** What takes of an exercise may be: keyed here, rendered elsewhere, or either. */
export const ACCEPTED = ['keyed', 'clips', 'both'] as const;
export const Accepted = z.enum(ACCEPTED);
export type Accepted = z.infer<typeof Accepted>;

/** How large a clip may be. */
export const ClipLimits = z.object({
  megabytes: z.int('A whole number of megabytes.').min(1, 'At least 1 MB.').max(500, 'At most 500 MB.'),
  seconds: z.int('A whole number of seconds.').min(1, 'At least 1 s.').max(300, 'At most 300 s.'),
});
export type ClipLimits = z.infer<typeof ClipLimits>;
export const USUAL_CLIP_LIMITS: ClipLimits = { megabytes: 100, seconds: 60 };
