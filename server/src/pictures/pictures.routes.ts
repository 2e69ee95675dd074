import express, { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { keepPicture, keepScenePicture, pictureOf, picturesOf, removePicture } from './pictures.service.ts';

const MOST_BYTES = '3mb';
const MOST_SCENE_BYTES = '12mb';

export function picturesRoutes(): Router {
  const routes = Router();
  routes.post(
    '/courses/:courseId/pictures',
    express.raw({ type: 'image/*', limit: MOST_BYTES }),
    async (request, response) => {
      response.status(201).json(await keepPicture(personIdOf(request), request.params['courseId'] ?? '', request.body));
    },
  );
  routes.post(
    '/courses/:courseId/scene-pictures',
    express.raw({ type: 'image/*', limit: MOST_SCENE_BYTES }),
    async (request, response) => {
      const { courseId = '' } = request.params;
      response.status(201).json(await keepScenePicture(personIdOf(request), courseId, request.body));
    },
  );
  routes.get('/courses/:courseId/pictures', async (request, response) => {
    response.json(await picturesOf(personIdOf(request), request.params.courseId));
  });
  routes.delete('/pictures/:pictureId', async (request, response) => {
    await removePicture(personIdOf(request), request.params.pictureId);
    response.status(204).end();
  });
  routes.get('/pictures/:pictureId', async (request, response) => {
    const { type, bytes } = await pictureOf(personIdOf(request), request.params.pictureId);
    // A picture never changes under its address.
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type(type).send(bytes);
  });
  return routes;
}
