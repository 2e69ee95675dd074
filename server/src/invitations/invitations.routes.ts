import { NewAccount, NewInvitation, RoleChoice, Roster } from '@undulan/contract';
import { Router } from 'express';
import type { Sequelize } from 'sequelize';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { limitSignIn } from '../http/sign-in-limit.ts';
import { beginSession } from '../people/begin-session.ts';
import { endInvitation, invite, invitedTo, join, joinAnew } from './invitations.service.ts';
import { chooseRole, coursePeople, passwordLinkForLearner, takeOut } from './members.service.ts';
import { inviteRoster } from './roster.service.ts';

/** What whoever has a link can do, signed in or not. */
export function joiningRoutes(sequelize: Sequelize): Router {
  const routes = Router();
  routes.get('/invitations/:code', async (request, response) => {
    response.json(await invitedTo(request.params.code));
  });
  // A link is too long to be guessed; which e-mails have an account is not to be tried out by it.
  routes.post('/invitations/:code/accounts', ...limitSignIn(sequelize), async (request, response) => {
    const { personId, courseId } = await joinAnew(String(request.params['code']), parseBody(NewAccount, request));
    await beginSession(request, response, personId);
    response.status(201).json({ courseId });
  });
  routes.post('/invitations/:code/join', async (request, response) => {
    response.json(await join(personIdOf(request), request.params.code));
  });
  return routes;
}

export function invitationsRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/people', async (request, response) => {
    response.json(await coursePeople(personIdOf(request), request.params.courseId));
  });
  routes.put('/courses/:courseId/people/:personId', async (request, response) => {
    const { courseId, personId } = request.params;
    await chooseRole(personIdOf(request), courseId, personId, parseBody(RoleChoice, request));
    response.status(204).end();
  });
  routes.delete('/courses/:courseId/people/:personId', async (request, response) => {
    const { courseId, personId } = request.params;
    await takeOut(personIdOf(request), courseId, personId, { inLedger: request.query['figures'] === 'stay' });
    response.status(204).end();
  });
  routes.post('/courses/:courseId/people/:personId/password-link', async (request, response) => {
    const { courseId, personId } = request.params;
    response.status(201).json(await passwordLinkForLearner(personIdOf(request), courseId, personId));
  });
  routes.post('/courses/:courseId/invitations', async (request, response) => {
    const { courseId } = request.params;
    response.status(201).json(await invite(personIdOf(request), courseId, parseBody(NewInvitation, request)));
  });
  routes.post('/courses/:courseId/roster', async (request, response) => {
    const { courseId } = request.params;
    response.status(201).json(await inviteRoster(personIdOf(request), courseId, parseBody(Roster, request)));
  });
  routes.delete('/courses/:courseId/invitations/:id', async (request, response) => {
    await endInvitation(personIdOf(request), request.params.courseId, request.params.id);
    response.status(204).end();
  });
  return routes;
}
