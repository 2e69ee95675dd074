import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { Problem, type ProblemName, problemType } from '@undulan/contract';

/** The problem document of a failed call, if the server answered with one. */
function problemOf(error: unknown): Problem | null {
  const parsed = Problem.safeParse((error as FetchBaseQueryError | undefined)?.data);
  return parsed.success ? parsed.data : null;
}

export function isProblem(error: unknown, name: ProblemName): boolean {
  return problemOf(error)?.type === problemType(name);
}

/**
 * Whether the call got no answer of its own: the network or the server is away, or the server waits for its database.
 */
export function isUnreachable(error: unknown): boolean {
  return (error as FetchBaseQueryError | undefined)?.status === 'FETCH_ERROR' || isProblem(error, 'unavailable');
}

/** What went wrong, in a sentence for the person. */
export function explain(error: unknown): string {
  if (isUnreachable(error)) return 'The server cannot be reached. Check the connection and try again.';
  const problem = problemOf(error);
  return problem?.detail ?? problem?.title ?? 'Something went wrong. Try again.';
}
