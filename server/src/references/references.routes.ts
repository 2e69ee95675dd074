import { ChangeReference } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { layOnExercise, layOnPlanner, plannerReference, referencesOf } from './references.service.ts';

export function referencesRoutes(): Router {
  const routes = Router();
  routes.get('/exercises/:exerciseId/references', async (request, response) => {
    response.json(await referencesOf(personIdOf(request), request.params.exerciseId));
  });
  routes.put('/exercises/:exerciseId/reference', async (request, response) => {
    await layOnExercise(personIdOf(request), request.params.exerciseId, parseBody(ChangeReference, request));
    response.status(204).end();
  });
  routes.get('/courses/:courseId/reference', async (request, response) => {
    response.json({ given: null, own: await plannerReference(personIdOf(request), request.params.courseId) });
  });
  routes.put('/courses/:courseId/reference', async (request, response) => {
    await layOnPlanner(personIdOf(request), request.params.courseId, parseBody(ChangeReference, request));
    response.status(204).end();
  });
  return routes;
}
