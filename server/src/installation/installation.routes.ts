import { AdministratorChoice } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import type { MailSettings } from '../mail/mail-settings.ts';
import {
  chooseAdministrator,
  deeds,
  endSessionsOf,
  installationCourses,
  installationPeople,
  installationState,
  outbox,
  passwordLinkFor,
} from './installation.service.ts';

export function installationRoutes(settings: MailSettings): Router {
  const routes = Router();
  routes.get('/installation', async (request, response) => {
    response.json(await installationState(personIdOf(request), settings));
  });
  routes.get('/installation/courses', async (request, response) => {
    response.json(await installationCourses(personIdOf(request)));
  });
  routes.get('/installation/people', async (request, response) => {
    const { q } = request.query;
    response.json(await installationPeople(personIdOf(request), typeof q === 'string' ? q.trim() : ''));
  });
  routes.get('/installation/outbox', async (request, response) => {
    response.json(await outbox(personIdOf(request), settings));
  });
  routes.get('/installation/deeds', async (request, response) => {
    response.json(await deeds(personIdOf(request)));
  });
  routes.put('/installation/people/:personId/administrator', async (request, response) => {
    const { isAdministrator } = parseBody(AdministratorChoice, request);
    await chooseAdministrator(personIdOf(request), request.params.personId, isAdministrator);
    response.status(204).end();
  });
  routes.post('/installation/people/:personId/password-link', async (request, response) => {
    response.status(201).json(await passwordLinkFor(personIdOf(request), request.params.personId));
  });
  routes.delete('/installation/people/:personId/sessions', async (request, response) => {
    await endSessionsOf(personIdOf(request), request.params.personId);
    response.status(204).end();
  });
  return routes;
}
