import type { Request, RequestHandler } from 'express';
import { ProblemError } from '../http/problem-error.ts';
import { PersonModel } from '../people/person.model.ts';

/** The id of the signed-in person. Throws `not-signed-in`. */
export function personIdOf(request: Request): string {
  const id = request.session.personId;
  if (!id) throw new ProblemError('not-signed-in', 'Sign in first.');
  return id;
}

/** Lets only signed-in callers through; a session whose person is gone is none. */
export const requirePerson: RequestHandler = async (request, _response, next) => {
  const person = await PersonModel.findByPk(personIdOf(request), { attributes: ['id'] });
  if (!person) throw new ProblemError('not-signed-in', 'Sign in first.');
  next();
};
