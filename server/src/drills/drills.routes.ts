import { NewDrillRun, NewSetDrill } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { classDrills, keepDrill, ownDrills } from './drills.service.ts';
import { setDrill, setDrillsOf, unsetDrill } from './set-drills.service.ts';

export function drillsRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/drills', async (request, response) => {
    response.json(await ownDrills(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/drills', async (request, response) => {
    const given = parseBody(NewDrillRun, request);
    response.status(201).json(await keepDrill(personIdOf(request), request.params.courseId, given));
  });
  routes.get('/courses/:courseId/drills/class', async (request, response) => {
    response.json(await classDrills(personIdOf(request), request.params.courseId));
  });
  routes.get('/courses/:courseId/drills/set', async (request, response) => {
    response.json(await setDrillsOf(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/drills/set', async (request, response) => {
    const given = parseBody(NewSetDrill, request);
    response.status(201).json(await setDrill(personIdOf(request), request.params.courseId, given));
  });
  routes.delete('/courses/:courseId/drills/set/:setId', async (request, response) => {
    await unsetDrill(personIdOf(request), request.params.courseId, request.params.setId);
    response.status(204).end();
  });
  return routes;
}
