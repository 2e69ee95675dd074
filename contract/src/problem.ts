import * as z from 'zod';

/** What went wrong, by stable name; the `type` of a problem is `/problems/<name>`. */
export const PROBLEMS = {
  'invalid-request': { status: 400, title: 'The request is not valid' },
  'not-signed-in': { status: 401, title: 'Not signed in' },
  'wrong-credentials': { status: 401, title: 'E-mail or password is wrong' },
  'wrong-password': { status: 422, title: 'The password is wrong' },
  forbidden: { status: 403, title: 'Not allowed' },
  'cross-site': { status: 403, title: 'The request came from another site' },
  'not-found': { status: 404, title: 'Not found' },
  'stale-version': { status: 409, title: 'Changed elsewhere in the meantime' },
  'target-has-takes': { status: 409, title: 'Takes were handed in against this target' },
  'already-returned': { status: 409, title: 'The review was already returned' },
  'beyond-limits': { status: 422, title: 'Beyond what the exercise leaves to you' },
  'does-not-fit': { status: 409, title: 'This change does not fit what is there' },
  'no-more-takes': { status: 422, title: 'No further take' },
  'not-ready': { status: 422, title: 'Not ready yet' },
  'precondition-failed': { status: 412, title: 'A condition of the request is not met' },
  'unsupported-media': { status: 415, title: 'This kind of content is not taken' },
  'over-quota': { status: 422, title: 'No more room' },
  'too-large': { status: 413, title: 'Too large' },
  'too-many-tries': { status: 429, title: 'Too many tries' },
  unavailable: { status: 503, title: 'The server cannot answer just now' },
  unexpected: { status: 500, title: 'Something went wrong on the server' },
} as const satisfies Record<string, { status: number; title: string }>;
export type ProblemName = keyof typeof PROBLEMS;

/** A problem document (RFC 9457). `issues` name the fields at fault. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  issues: z.array(z.object({ path: z.array(z.union([z.string(), z.number()])), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof Problem>;

export function problemType(name: ProblemName): string {
  return `/problems/${name}`;
}
