import { Arrangement, CourseCopy, CourseDefaults, CourseName, NewExercise } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { createExercise } from '../exercises/exercises.service.ts';
import { parseBody } from '../http/parse-body.ts';
import { activityOf, look } from './activity.service.ts';
import { archiveCourse, putAwayIn } from './archive.service.ts';
import { arrange } from './arrangement.service.ts';
import { copyCourse } from './course-copy.service.ts';
import {
  beginCourse,
  chooseDefaults,
  courseOverview,
  learnerCourse,
  renameCourse,
  waitingTakes,
} from './courses.service.ts';

export function coursesRoutes(): Router {
  const routes = Router();
  routes.post('/courses', async (request, response) => {
    response.status(201).json(await beginCourse(personIdOf(request), parseBody(CourseName, request)));
  });
  routes.put('/courses/:courseId', async (request, response) => {
    await renameCourse(personIdOf(request), request.params.courseId, parseBody(CourseName, request));
    response.status(204).end();
  });
  routes.put('/courses/:courseId/defaults', async (request, response) => {
    await chooseDefaults(personIdOf(request), request.params.courseId, parseBody(CourseDefaults, request));
    response.status(204).end();
  });
  routes.post('/courses/:courseId/copy', async (request, response) => {
    const { courseId } = request.params;
    response.status(201).json(await copyCourse(personIdOf(request), courseId, parseBody(CourseCopy, request)));
  });
  routes.post('/courses/:courseId/archive', async (request, response) => {
    await archiveCourse(personIdOf(request), request.params.courseId, true);
    response.status(204).end();
  });
  routes.delete('/courses/:courseId/archive', async (request, response) => {
    await archiveCourse(personIdOf(request), request.params.courseId, false);
    response.status(204).end();
  });
  routes.put('/courses/:courseId/arrangement', async (request, response) => {
    await arrange(personIdOf(request), request.params.courseId, parseBody(Arrangement, request));
    response.status(204).end();
  });
  routes.get('/courses/:courseId/put-away', async (request, response) => {
    response.json(await putAwayIn(personIdOf(request), request.params.courseId));
  });
  routes.get('/courses/:courseId/activity', async (request, response) => {
    response.json(await activityOf(personIdOf(request), request.params.courseId));
  });
  routes.put('/courses/:courseId/looked', async (request, response) => {
    await look(personIdOf(request), request.params.courseId);
    response.status(204).end();
  });
  routes.get('/courses/:courseId/overview', async (request, response) => {
    response.json(await courseOverview(personIdOf(request), request.params.courseId));
  });
  routes.get('/courses/:courseId', async (request, response) => {
    response.json(await learnerCourse(personIdOf(request), request.params.courseId));
  });
  routes.post('/courses/:courseId/exercises', async (request, response) => {
    const created = await createExercise(personIdOf(request), request.params.courseId, parseBody(NewExercise, request));
    response.status(201).json(created);
  });
  routes.get('/courses/:courseId/waiting', async (request, response) => {
    response.json(
      await waitingTakes(personIdOf(request), request.params.courseId, Math.trunc(Number(request.query['pages'])) || 1),
    );
  });
  return routes;
}
