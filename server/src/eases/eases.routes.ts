import { NewEase } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { easesOf, removeEase, saveEase } from './eases.service.ts';

export function easesRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/eases', async (request, response) => {
    response.json(await easesOf(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/eases', async (request, response) => {
    response
      .status(201)
      .json(await saveEase(personIdOf(request), request.params.courseId, parseBody(NewEase, request)));
  });
  routes.delete('/eases/:easeId', async (request, response) => {
    await removeEase(personIdOf(request), request.params.easeId);
    response.status(204).end();
  });
  return routes;
}
