import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { ledgerOf } from './ledger.service.ts';

export function ledgerRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/ledger', async (request, response) => {
    response.json(await ledgerOf(personIdOf(request), request.params.courseId));
  });
  return routes;
}
