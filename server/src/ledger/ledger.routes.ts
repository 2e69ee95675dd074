import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { drillsOfCourse } from './drills-of-course.ts';
import { ledgerOf } from './ledger.service.ts';
import { ownLedger } from './own-ledger.service.ts';

export function ledgerRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/ledger', async (request, response) => {
    response.json(await ledgerOf(personIdOf(request), request.params.courseId));
  });
  routes.get('/courses/:courseId/ledger/own', async (request, response) => {
    response.json(await ownLedger(personIdOf(request), request.params.courseId));
  });
  routes.get('/courses/:courseId/ledger/drills', async (request, response) => {
    response.json(await drillsOfCourse(personIdOf(request), request.params.courseId));
  });
  return routes;
}
