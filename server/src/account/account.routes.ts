import { ChangeAccount, LeaveAll, MailChoices, NumberChoice, SIGNED_IN_MARK, StayInLedger } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { SESSION_COOKIE } from '../http/sessions.ts';
import { changeAccount, chooseMail, chooseNumbers, leaveAll } from './account.service.ts';
import { leftCourses, stayInLedger } from './left-courses.service.ts';
import { ownData } from './own-data.service.ts';

export function accountRoutes(): Router {
  const routes = Router();
  routes.put('/account', async (request, response) => {
    await changeAccount(personIdOf(request), parseBody(ChangeAccount, request));
    response.status(204).end();
  });
  routes.put('/account/mail', async (request, response) => {
    await chooseMail(personIdOf(request), parseBody(MailChoices, request));
    response.status(204).end();
  });
  routes.put('/account/numbers', async (request, response) => {
    await chooseNumbers(personIdOf(request), parseBody(NumberChoice, request));
    response.status(204).end();
  });
  routes.get('/account/data', async (request, response) => {
    response.attachment('undulan-account.json').json(await ownData(personIdOf(request)));
  });
  routes.get('/account/left', async (request, response) => {
    response.json(await leftCourses(personIdOf(request)));
  });
  routes.put('/account/left/:courseId', async (request, response) => {
    await stayInLedger(personIdOf(request), request.params.courseId, parseBody(StayInLedger, request));
    response.status(204).end();
  });
  routes.post('/account/leave', async (request, response) => {
    await leaveAll(personIdOf(request), parseBody(LeaveAll, request));
    response.clearCookie(SESSION_COOKIE).clearCookie(SIGNED_IN_MARK).status(204).end();
  });
  return routes;
}
