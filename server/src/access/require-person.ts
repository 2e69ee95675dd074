import type { Request, RequestHandler } from 'express';
import { ProblemError } from '../http/problem-error.ts';

declare module 'express-serve-static-core' {
  interface Request {
    /** Whose access token came with it. */
    tokenPersonId?: string;
  }
}

/**
 * The id of the signed-in person, or of whose access token it is; sessions and tokens go with their person, so there is
 * one. Throws `not-signed-in`.
 */
export function personIdOf(request: Request): string {
  const id = request.tokenPersonId ?? request.session.personId;
  if (!id) throw new ProblemError('not-signed-in', 'Sign in first.');
  return id;
}

/** Lets only signed-in callers through. */
export const requirePerson: RequestHandler = (request, _response, next) => {
  personIdOf(request);
  next();
};
