import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router, type Express } from 'express';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Sequelize } from 'sequelize';
import { requirePerson } from './access/require-person.ts';
import type { Config } from './config.ts';
import { coursesRoutes } from './courses/courses.routes.ts';
import { draftsRoutes } from './drafts/drafts.routes.ts';
import { exercisesRoutes } from './exercises/exercises.routes.ts';
import { answerProblems, nothingHere } from './http/answer-problems.ts';
import { refuseForeignWrites, securityHeaders } from './http/security.ts';
import { createSessions } from './http/sessions.ts';
import { peopleRoutes } from './people/people.routes.ts';
import { easesRoutes } from './eases/eases.routes.ts';
import { phrasesRoutes } from './phrases/phrases.routes.ts';
import { picturesRoutes } from './pictures/pictures.routes.ts';
import { plansRoutes } from './plans/plans.routes.ts';
import { readingsRoutes } from './readings/readings.routes.ts';
import { takesRoutes } from './takes/takes.routes.ts';

const BODY_LIMIT = '4mb';

export interface App {
  express: Express;
  close: () => void;
}

function api(sequelize: Sequelize): Router {
  const routes = Router();
  routes.use(express.json({ limit: BODY_LIMIT }), refuseForeignWrites, peopleRoutes(sequelize));
  routes.use(requirePerson, coursesRoutes(), exercisesRoutes(), draftsRoutes(), takesRoutes(), plansRoutes(), easesRoutes(), phrasesRoutes(), readingsRoutes(), picturesRoutes(), nothingHere);
  return routes;
}

/** The whole application over an open database. `webRoot` holds the built pages, if there are any. */
export async function createApp(sequelize: Sequelize, config: Config, webRoot: string): Promise<App> {
  const secure = config.SECURE_COOKIES === 'yes';
  const sessions = await createSessions(sequelize, secure);
  const app = express();
  app.disable('x-powered-by');
  if (secure) app.set('trust proxy', 1);
  app.use(pinoHttp({ logger: pino({ level: config.LOG_LEVEL }), quietReqLogger: true, autoLogging: false }));
  app.use(securityHeaders(secure));
  app.get('/healthz', async (_request, response) => {
    await sequelize.query('DO 1');
    response.json({ status: 'ok' });
  });
  app.use('/api', sessions.middleware, (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  }, api(sequelize));
  if (existsSync(webRoot)) {
    app.use('/assets', express.static(join(webRoot, 'assets'), { immutable: true, maxAge: '1y' }), nothingHere);
    app.use(express.static(webRoot, { index: false }));
    app.get('/{*path}', (_request, response) => response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html')));
  }
  app.use(nothingHere, answerProblems);
  return { express: app, close: sessions.close };
}
