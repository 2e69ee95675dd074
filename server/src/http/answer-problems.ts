import { PROBLEMS, problemType, type Problem, type ProblemName } from '@undulan/contract';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { ProblemError } from './problem-error.ts';

function problemFrom(error: unknown): { name: ProblemName; detail?: string; issues?: Problem['issues'] } {
  if (error instanceof ProblemError) return { name: error.problem, detail: error.message, issues: error.issues };
  const type = (error as { type?: unknown } | null)?.type;
  if (type === 'entity.parse.failed') return { name: 'invalid-request', detail: 'The body is not JSON.' };
  if (type === 'entity.too.large') return { name: 'too-large', detail: 'The body is larger than 4 MB.' };
  return { name: 'unexpected' };
}

/** The one place where errors become answers: problem documents (RFC 9457). */
export const answerProblems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const { name, detail, issues } = problemFrom(error);
  const { status, title } = PROBLEMS[name];
  if (status >= 500) request.log.error({ err: error as unknown }, 'request failed');
  const problem: Problem = { type: problemType(name), title, status, ...(detail && { detail }), ...(issues && { issues }) };
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
};

export const nothingHere: RequestHandler = (request) => {
  throw new ProblemError('not-found', `There is nothing at ${request.path}.`);
};
