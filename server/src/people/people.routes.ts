import { Credentials, ShortcutChoices } from '@undulan/contract';
import { Router, type Request } from 'express';
import type { Sequelize } from 'sequelize';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { SESSION_COOKIE } from '../http/sessions.ts';
import { limitSignIn } from '../http/sign-in-limit.ts';
import { checkCredentials, chooseShortcuts, demoAccounts, signedIn } from './people.service.ts';

function settle(work: (done: (error?: Error) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => {
    work((error) => (error ? reject(error) : resolve()));
  });
}

/** A new session for whoever signs in: an id known before is never carried over. */
async function beginSession(request: Request, personId: string): Promise<void> {
  await settle((done) => request.session.regenerate(done));
  request.session.personId = personId;
  await settle((done) => request.session.save(done));
}

export function peopleRoutes(sequelize: Sequelize): Router {
  const routes = Router();
  routes.get('/demo-accounts', async (_request, response) => {
    response.json(await demoAccounts());
  });
  routes.get('/session', async (request, response) => {
    response.json(await signedIn(personIdOf(request)));
  });
  routes.post('/session', limitSignIn(sequelize), async (request, response) => {
    const person = await checkCredentials(parseBody(Credentials, request));
    await beginSession(request, person.id);
    response.json(await signedIn(person.id));
  });
  routes.put('/session/shortcuts', async (request, response) => {
    await chooseShortcuts(personIdOf(request), parseBody(ShortcutChoices, request));
    response.status(204).end();
  });
  routes.delete('/session', async (request, response) => {
    await settle((done) => request.session.destroy(done));
    response.clearCookie(SESSION_COOKIE).status(204).end();
  });
  return routes;
}
