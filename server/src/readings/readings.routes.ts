import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { cancelReadingJob, readAllAgain, readingJob } from './readings.service.ts';

export function readingsRoutes(): Router {
  const routes = Router();
  routes.post('/exercises/:exerciseId/readings', async (request, response) => {
    response.status(202).json(await readAllAgain(personIdOf(request), request.params.exerciseId));
  });
  routes.get('/reading-jobs/:jobId', async (request, response) => {
    response.json(await readingJob(personIdOf(request), request.params.jobId));
  });
  routes.post('/reading-jobs/:jobId/cancel', async (request, response) => {
    response.json(await cancelReadingJob(personIdOf(request), request.params.jobId));
  });
  return routes;
}
