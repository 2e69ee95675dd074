import { CopyLesson, LessonOrder, NewLesson, SaveLesson } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import {
  copyLesson,
  createLesson,
  lessonsOf,
  orderLessons,
  removeLesson,
  saveLesson,
  storedLesson,
} from './lessons.service.ts';

export function lessonsRoutes(): Router {
  const routes = Router();
  routes.get('/courses/:courseId/lessons', async (request, response) => {
    response.json(await lessonsOf(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/lessons', async (request, response) => {
    const { lesson } = parseBody(NewLesson, request);
    response.status(201).json(await createLesson(personIdOf(request), request.params.courseId, lesson));
  });
  routes.put('/courses/:courseId/lessons/order', async (request, response) => {
    await orderLessons(personIdOf(request), request.params.courseId, parseBody(LessonOrder, request).ids);
    response.status(204).end();
  });
  routes.get('/lessons/:lessonId', async (request, response) => {
    response.json(await storedLesson(personIdOf(request), request.params.lessonId));
  });
  routes.put('/lessons/:lessonId', async (request, response) => {
    response.json(await saveLesson(personIdOf(request), request.params.lessonId, parseBody(SaveLesson, request)));
  });
  routes.delete('/lessons/:lessonId', async (request, response) => {
    await removeLesson(personIdOf(request), request.params.lessonId);
    response.status(204).end();
  });
  routes.post('/lessons/:lessonId/copies', async (request, response) => {
    const { courseId } = parseBody(CopyLesson, request);
    response.status(201).json(await copyLesson(personIdOf(request), request.params.lessonId, courseId));
  });
  return routes;
}
