import { NewToken } from '@undulan/contract';
import { type RequestHandler, Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { makeToken, personByToken, revokeToken, tokensOf } from './tokens.service.ts';

/** Lets a script in by the token it sends (RFC 6750), to what tokens open and nothing else. */
export const admitTokens: RequestHandler = async (request, _response, next) => {
  const [, token] = /^Bearer +(\S+)$/i.exec(request.get('authorization') ?? '') ?? [];
  if (token !== undefined) request.tokenPersonId = await personByToken(token, request.method, request.path);
  next();
};

export function tokensRoutes(): Router {
  const routes = Router();
  routes.get('/account/tokens', async (request, response) => {
    response.json(await tokensOf(personIdOf(request)));
  });
  routes.post('/account/tokens', async (request, response) => {
    response.status(201).json(await makeToken(personIdOf(request), parseBody(NewToken, request)));
  });
  routes.delete('/account/tokens/:id', async (request, response) => {
    await revokeToken(personIdOf(request), request.params.id);
    response.status(204).end();
  });
  return routes;
}
