import { NewClassSession } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { classByCode, classEntry, classesOf, openClass, openClasses } from './classes.service.ts';

/** Opening and finding sessions; what goes on in one is said over its socket. */
export function classesRoutes(): Router {
  const routes = Router();
  routes.get('/class-sessions', async (request, response) => {
    response.json(await openClasses(personIdOf(request)));
  });
  routes.get('/class-sessions/:code', async (request, response) => {
    const personId = personIdOf(request);
    const entry = await classEntry(await classByCode(personId, request.params.code), personId);
    response.json({ ...entry, here: 0 });
  });
  routes.get('/courses/:courseId/class-sessions', async (request, response) => {
    response.json(await classesOf(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/class-sessions', async (request, response) => {
    const given = parseBody(NewClassSession, request);
    response.status(201).json(await openClass(personIdOf(request), request.params.courseId, given));
  });
  return routes;
}
