import { type Problem, type ProblemName, PROBLEMS, problemType } from '@undulan/contract';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { BaseError, ConnectionAcquireTimeoutError, ConnectionError, DatabaseError } from 'sequelize';
import { ProblemError } from './problem-error.ts';

/** What the server says of mistakes that were found before anything of ours was asked, by their status. */
const BY_STATUS: Record<number, ProblemName> = {
  404: 'not-found',
  412: 'precondition-failed',
  413: 'too-large',
  415: 'unsupported-media',
};

/** Refusals of the database that only mean that it is away, ending, or full of others. */
const AWAY_CODES: ReadonlySet<string> = new Set([
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  'ER_GET_CONNECTION_TIMEOUT',
  'ER_SOCKET_UNEXPECTED_CLOSE',
  'ER_CONNECTION_TIMEOUT',
  'ER_CONNECTION_ALREADY_CLOSED',
  'ER_CMD_CONNECTION_CLOSED',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_LOCK_DEADLOCK',
  'ER_NO_SUCH_THREAD',
]);

/** What the system says of a connection that broke, such as ECONNRESET. */
const BROKEN_CONNECTION = /^E(CONN|PIPE|TIMEDOUT)/;

function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  if (!(error instanceof DatabaseError)) return false;
  const code = (error.parent as { code?: string }).code ?? '';
  return AWAY_CODES.has(code) || BROKEN_CONNECTION.test(code);
}

function problemFrom(error: unknown): { name: ProblemName; detail?: string; issues?: Problem['issues'] } {
  if (error instanceof ProblemError) return { name: error.problem, detail: error.message, issues: error.issues };
  if (isDatabaseAway(error))
    return {
      name: 'unavailable',
      detail: 'The database cannot be reached just now. Nothing is lost: try again in a moment.',
    };
  const { type, status } = (error ?? {}) as { type?: unknown; status?: unknown };
  if (type === 'entity.parse.failed') return { name: 'invalid-request', detail: 'The body is not JSON.' };
  if (type === 'entity.too.large') return { name: 'too-large', detail: 'The body is larger than is taken here.' };
  if (typeof status === 'number' && status >= 400 && status < 500)
    return { name: BY_STATUS[status] ?? 'invalid-request' };
  return { name: 'unexpected' };
}

/** What of an error goes into the log: nothing that people wrote, no values of a statement. */
export function loggedError(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { name: typeof error };
  const { name, stack, message } = error;
  const { code } = (error instanceof BaseError ? ((error as { parent?: unknown }).parent ?? {}) : error) as {
    code?: unknown;
  };
  // Messages of the database quote what was to be written.
  const lines = (stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { name, code, ...(error instanceof BaseError ? {} : { message }), stack: lines.slice(0, 12).join('\n') };
}

/** The one place where errors become answers: problem documents (RFC 9457). */
export const answerProblems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const { name, detail, issues } = problemFrom(error);
  const { status, title } = PROBLEMS[name];
  if (status >= 500) request.log.error({ err: error as unknown, status }, 'request failed');
  const problem: Problem = {
    type: problemType(name),
    title,
    status,
    ...(detail && { detail }),
    ...(issues && { issues }),
  };
  if (status === 503) response.set('Retry-After', '3');
  response.status(status).type('application/problem+json').send(JSON.stringify(problem));
};

export const nothingHere: RequestHandler = (request) => {
  throw new ProblemError('not-found', `There is nothing at ${request.path}.`);
};
