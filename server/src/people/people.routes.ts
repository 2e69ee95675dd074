import {
  Credentials,
  FirstSetUp,
  Forgotten,
  NewPassword,
  PasswordByLink,
  type SetUpState,
  ShortcutChoices,
  SIGNED_IN_MARK,
} from '@undulan/contract';
import { Router } from 'express';
import type { Sequelize } from 'sequelize';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { SESSION_COOKIE } from '../http/sessions.ts';
import { limitSignIn } from '../http/sign-in-limit.ts';
import { beginSession, settle } from './begin-session.ts';
import { isNew, setUp } from './first-set-up.ts';
import { forgotten, passwordByLink, passwordLinkOf } from './password-links.service.ts';
import {
  changePassword,
  checkCredentials,
  chooseShortcuts,
  demoAccounts,
  endSession,
  sessionsOf,
  signedIn,
} from './people.service.ts';

export function peopleRoutes(sequelize: Sequelize): Router {
  const routes = Router();
  const limits = limitSignIn(sequelize);
  routes.get('/demo-accounts', async (_request, response) => {
    response.json(await demoAccounts());
  });
  routes.get('/set-up', async (_request, response) => {
    response.json({ isNew: await isNew() } satisfies SetUpState);
  });
  routes.post('/set-up', ...limits, async (request, response) => {
    const { personId, courseId } = await setUp(parseBody(FirstSetUp, request));
    await beginSession(request, response, personId);
    response.status(201).json({ courseId });
  });
  routes.post('/forgotten', ...limits, async (request, response) => {
    await forgotten(parseBody(Forgotten, request));
    response.status(204).end();
  });
  routes.get('/password-links/:code', async (request, response) => {
    response.json(await passwordLinkOf(request.params.code));
  });
  routes.put('/password-links/:code', ...limits, async (request, response) => {
    const personId = await passwordByLink(String(request.params['code']), parseBody(PasswordByLink, request));
    await beginSession(request, response, personId);
    response.status(204).end();
  });
  routes.get('/session', async (request, response) => {
    response.json(await signedIn(personIdOf(request)));
  });
  routes.post('/session', ...limits, async (request, response) => {
    const person = await checkCredentials(parseBody(Credentials, request));
    await beginSession(request, response, person.id);
    response.json(await signedIn(person.id));
  });
  routes.put('/session/shortcuts', async (request, response) => {
    await chooseShortcuts(personIdOf(request), parseBody(ShortcutChoices, request));
    response.status(204).end();
  });
  routes.put('/session/password', async (request, response) => {
    await changePassword(personIdOf(request), request.sessionID, parseBody(NewPassword, request));
    response.status(204).end();
  });
  routes.get('/sessions', async (request, response) => {
    response.json(await sessionsOf(personIdOf(request), request.sessionID));
  });
  routes.delete('/sessions/:sessionId', async (request, response) => {
    await endSession(personIdOf(request), request.params.sessionId);
    response.status(204).end();
  });
  routes.delete('/session', async (request, response) => {
    await settle((done) => request.session.destroy(done));
    response.clearCookie(SESSION_COOKIE).clearCookie(SIGNED_IN_MARK).status(204).end();
  });
  return routes;
}
