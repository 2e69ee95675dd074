import type { Request, RequestHandler } from 'express';
import { ProblemError } from '../http/problem-error.ts';

/** The id of the signed-in person; their sessions go with them, so there is one. Throws `not-signed-in`. */
export function personIdOf(request: Request): string {
  const id = request.session.personId;
  if (!id) throw new ProblemError('not-signed-in', 'Sign in first.');
  return id;
}

/** Lets only signed-in callers through. */
export const requirePerson: RequestHandler = (request, _response, next) => {
  personIdOf(request);
  next();
};
