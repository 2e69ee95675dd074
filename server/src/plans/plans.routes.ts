import { NewPlan } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { plansOf, removePlan, savePlan } from './plans.service.ts';

export function plansRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/plans', async (request, response) => {
    response.json(await plansOf(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/plans', async (request, response) => {
    response
      .status(201)
      .json(await savePlan(personIdOf(request), request.params.courseId, parseBody(NewPlan, request)));
  });
  routes.delete('/plans/:planId', async (request, response) => {
    await removePlan(personIdOf(request), request.params.planId);
    response.status(204).end();
  });
  return routes;
}
