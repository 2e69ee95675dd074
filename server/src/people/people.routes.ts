import { Credentials, NewPassword, ShortcutChoices, SIGNED_IN_MARK } from '@undulan/contract';
import { type Request, Router } from 'express';
import type { Sequelize } from 'sequelize';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { SESSION_COOKIE } from '../http/sessions.ts';
import { limitSignIn } from '../http/sign-in-limit.ts';
import {
  changePassword,
  checkCredentials,
  chooseShortcuts,
  demoAccounts,
  endSession,
  sessionsOf,
  signedIn,
} from './people.service.ts';

function settle(work: (done: (error?: Error) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    work((error) => (error ? reject(error) : resolve()));
  });
}

/** Longer than a session lives that is in use: where there is none any more, the server says so. */
const MARK_MS = 400 * 24 * 60 * 60 * 1000;

/** A new session for whoever signs in: an id known before is never carried over. */
async function beginSession(request: Request, personId: string): Promise<void> {
  await settle((done) => request.session.regenerate(done));
  request.session.personId = personId;
  request.session.begunWith = (request.get('user-agent') ?? '').slice(0, 200);
  request.session.seenAt = Date.now();
  await settle((done) => request.session.save(done));
}

export function peopleRoutes(sequelize: Sequelize): Router {
  const routes = Router();
  const limits = limitSignIn(sequelize);
  routes.get('/demo-accounts', async (_request, response) => {
    response.json(await demoAccounts());
  });
  routes.get('/session', async (request, response) => {
    response.json(await signedIn(personIdOf(request)));
  });
  routes.post('/session', ...limits, async (request, response) => {
    const person = await checkCredentials(parseBody(Credentials, request));
    await beginSession(request, person.id);
    // Tells the page, not the server, that it is worth asking who is there.
    response.cookie(SIGNED_IN_MARK, '1', { maxAge: MARK_MS, sameSite: 'lax' });
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
