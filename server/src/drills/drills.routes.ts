import { NewDrillRun } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { classDrills, keepDrill, ownDrills } from './drills.service.ts';

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
  return routes;
}
