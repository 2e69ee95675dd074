import type { Request } from 'express';
import type * as z from 'zod';
import { ProblemError } from './problem-error.ts';

/** The request's body as the contract has it. Throws `invalid-request` naming each field at fault. */
export function parseBody<T>(schema: z.ZodType<T>, request: Request): T {
  const parsed = schema.safeParse(request.body ?? {});
  if (parsed.success) return parsed.data;
  const issues = parsed.error.issues.map((issue) => ({ path: issue.path.map((part) => (typeof part === 'number' ? part : String(part))), message: issue.message }));
  throw new ProblemError('invalid-request', issues[0]?.message, issues);
}
