import { ChangeWork, NewDraft, Publication, SaveWork } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { putAway, removeExercise, takeBack } from '../courses/archive.service.ts';
import { beginDraft } from '../drafts/drafts.service.ts';
import { parseBody } from '../http/parse-body.ts';
import {
  assignment,
  changeExercise,
  exerciseSetting,
  publishExercise,
  saveExercise,
  trial,
  withdrawExercise,
} from './exercises.service.ts';
import { pictureOfExercise } from './picture-of.service.ts';

export function exercisesRoutes(): Router {
  const routes = Router();
  routes.get('/exercises/:exerciseId', async (request, response) => {
    response.json(await exerciseSetting(personIdOf(request), request.params.exerciseId));
  });
  routes.put('/exercises/:exerciseId', async (request, response) => {
    response.json(await saveExercise(personIdOf(request), request.params.exerciseId, parseBody(SaveWork, request)));
  });
  routes.patch('/exercises/:exerciseId', async (request, response) => {
    response.json(await changeExercise(personIdOf(request), request.params.exerciseId, parseBody(ChangeWork, request)));
  });
  routes.post('/exercises/:exerciseId/publish', async (request, response) => {
    await publishExercise(personIdOf(request), request.params.exerciseId, parseBody(Publication, request));
    response.status(204).end();
  });
  routes.post('/exercises/:exerciseId/withdraw', async (request, response) => {
    await withdrawExercise(personIdOf(request), request.params.exerciseId);
    response.status(204).end();
  });
  routes.post('/exercises/:exerciseId/archive', async (request, response) => {
    await putAway(personIdOf(request), request.params.exerciseId);
    response.status(204).end();
  });
  routes.delete('/exercises/:exerciseId/archive', async (request, response) => {
    await takeBack(personIdOf(request), request.params.exerciseId);
    response.status(204).end();
  });
  routes.delete('/exercises/:exerciseId', async (request, response) => {
    await removeExercise(personIdOf(request), request.params.exerciseId);
    response.status(204).end();
  });
  routes.get('/exercises/:exerciseId/picture', async (request, response) => {
    response.json(await pictureOfExercise(personIdOf(request), request.params.exerciseId));
  });
  routes.get('/exercises/:exerciseId/assignment', async (request, response) => {
    response.json(await assignment(personIdOf(request), request.params.exerciseId));
  });
  routes.get('/exercises/:exerciseId/trial', async (request, response) => {
    response.json(await trial(personIdOf(request), request.params.exerciseId));
  });
  routes.post('/exercises/:exerciseId/drafts', async (request, response) => {
    response
      .status(201)
      .json(await beginDraft(personIdOf(request), request.params.exerciseId, parseBody(NewDraft, request)));
  });
  return routes;
}
