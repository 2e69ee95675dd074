import type { Problem } from '@undulan/contract';
import type { Request } from 'express';
import type * as z from 'zod';
import { ProblemError } from './problem-error.ts';

/** The request's body as the contract has it. Throws `invalid-request` naming each field at fault. */
export function parseBody<T>(schema: z.ZodType<T>, request: Request): T {
  const parsed = schema.safeParse(request.body ?? {});
  if (parsed.success) return parsed.data;
  throw new ProblemError('invalid-request', parsed.error.issues[0]?.message, issuesOf(parsed.error));
}

/** How many parts at fault are named: of a hostile body there may be very many. */
const MOST_ISSUES = 20;

/** What a schema found at fault, for the answer. */
export function issuesOf({ issues }: z.ZodError): Problem['issues'] {
  return issues.slice(0, MOST_ISSUES).map((issue) => ({
    path: issue.path.map((part) => (typeof part === 'number' ? part : String(part))),
    message: issue.message,
  }));
}
