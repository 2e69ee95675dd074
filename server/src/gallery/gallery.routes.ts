import { NewRemark, ShowTake } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { addRemark, galleryOf, removeRemark, shownOf, shownTake, showTake, takeDown } from './gallery.service.ts';

export function galleryRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/gallery', async (request, response) => {
    response.json(await galleryOf(personIdOf(request), request.params.courseId));
  });
  routes.get('/takes/:takeId/shown', async (request, response) => {
    response.json(await shownOf(personIdOf(request), request.params.takeId));
  });
  routes.put('/takes/:takeId/shown', async (request, response) => {
    await showTake(personIdOf(request), request.params.takeId, parseBody(ShowTake, request));
    response.status(204).end();
  });
  routes.delete('/takes/:takeId/shown', async (request, response) => {
    await takeDown(personIdOf(request), request.params.takeId);
    response.status(204).end();
  });
  routes.get('/gallery/:takeId', async (request, response) => {
    response.json(await shownTake(personIdOf(request), request.params.takeId));
  });
  routes.post('/gallery/:takeId/remarks', async (request, response) => {
    const { takeId } = request.params;
    response.status(201).json(await addRemark(personIdOf(request), takeId, parseBody(NewRemark, request)));
  });
  routes.delete('/gallery/:takeId/remarks/:remarkId', async (request, response) => {
    await removeRemark(personIdOf(request), request.params.takeId, request.params.remarkId);
    response.status(204).end();
  });
  return routes;
}
