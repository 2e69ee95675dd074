import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import type { Server as HttpServer } from 'node:http';
import { join } from 'node:path';
import { openApi } from '@undulan/contract';
import { projectSchema } from '@undulan/core';
import express, { type Express, type RequestHandler, Router } from 'express';
import compressed from 'express-static-gzip';
import { type Logger, pino } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Sequelize } from 'sequelize';
import { requirePerson } from './access/require-person.ts';
import { accountRoutes } from './account/account.routes.ts';
import { type ClassSockets, serveClasses } from './classes/class-sockets.ts';
import { classesRoutes } from './classes/classes.routes.ts';
import { clipsRoutes } from './clips/clips.routes.ts';
import type { Config } from './config.ts';
import { coursesRoutes } from './courses/courses.routes.ts';
import { draftsRoutes } from './drafts/drafts.routes.ts';
import { drillsRoutes } from './drills/drills.routes.ts';
import { easesRoutes } from './eases/eases.routes.ts';
import { exercisesRoutes } from './exercises/exercises.routes.ts';
import { galleryRoutes } from './gallery/gallery.routes.ts';
import { answerProblems, loggedError, nothingHere } from './http/answer-problems.ts';
import { jsonBody } from './http/json-body.ts';
import { createMetrics } from './http/metrics.ts';
import { refuseForeignWrites, securityHeaders } from './http/security.ts';
import { createSessions } from './http/sessions.ts';
import { installationRoutes } from './installation/installation.routes.ts';
import { invitationsRoutes, joiningRoutes } from './invitations/invitations.routes.ts';
import { ledgerRoutes } from './ledger/ledger.routes.ts';
import { lessonsRoutes } from './lessons/lessons.routes.ts';
import { MailRunner } from './mail/mail-runner.ts';
import { type MailSettings, mailSettings } from './mail/mail-settings.ts';
import { peopleRoutes } from './people/people.routes.ts';
import { phrasesRoutes } from './phrases/phrases.routes.ts';
import { picturesRoutes } from './pictures/pictures.routes.ts';
import { plansRoutes } from './plans/plans.routes.ts';
import { createReaderPool, type ReaderPool } from './readings/reader-pool.ts';
import { ReadingRunner } from './readings/reading-runner.ts';
import { readingsRoutes } from './readings/readings.routes.ts';
import { referencesRoutes } from './references/references.routes.ts';
import { takesRoutes } from './takes/takes.routes.ts';
import { admitTokens, tokensRoutes } from './tokens/tokens.routes.ts';

export interface App {
  express: Express;
  /** What it does, in Prometheus' text format. */
  metrics: () => Promise<string>;
  /** Serves sessions of classes over the sockets of the server that the application listens by. */
  serveSockets: (server: HttpServer) => Promise<void>;
  /** Ends what goes on beside requests; what is under way is left to other copies. */
  close: () => Promise<void>;
}

function api(sequelize: Sequelize, pool: ReaderPool, mail: MailSettings): Router {
  const routes = Router();
  routes.use(refuseForeignWrites, admitTokens, ...jsonBody(), peopleRoutes(sequelize), joiningRoutes(sequelize));
  routes.use(
    requirePerson,
    coursesRoutes(),
    exercisesRoutes(),
    draftsRoutes(pool),
    takesRoutes(pool),
    plansRoutes(),
    easesRoutes(),
    phrasesRoutes(),
    readingsRoutes(),
    picturesRoutes(),
    lessonsRoutes(),
    classesRoutes(),
    drillsRoutes(),
    clipsRoutes(),
    referencesRoutes(),
    ledgerRoutes(),
    invitationsRoutes(),
    accountRoutes(),
    installationRoutes(mail),
    tokensRoutes(),
    galleryRoutes(),
    nothingHere,
  );
  return routes;
}

/** A line a request in the log, with an id that its errors carry too; nothing of what was sent, and no cookies. */
function logRequests(logger: Logger): RequestHandler {
  return pinoHttp({
    logger,
    genReqId: (_request, response) => {
      const id = randomUUID();
      // Who tells of a fault can name it.
      response.setHeader('X-Request-Id', id);
      return id;
    },
    customLogLevel: () => 'debug',
    serializers: {
      req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
        id,
        method,
        path: url.split('?')[0],
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: loggedError,
    },
    wrapSerializers: false,
  });
}

/** The whole application over an open database. `webRoot` holds the built pages, if there are any. */
export async function createApp(sequelize: Sequelize, config: Config, webRoot: string): Promise<App> {
  const secure = config.SECURE_COOKIES === 'yes';
  const logger = pino({ level: config.LOG_LEVEL, serializers: { err: loggedError } });
  const sessions = await createSessions(sequelize, secure);
  const pool = createReaderPool();
  const mail = mailSettings(config);
  const runner = new ReadingRunner(sequelize, logger, pool);
  const postman = new MailRunner(sequelize, logger, mail);
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', config.TRUSTED_HOPS);
  const metrics = createMetrics();
  app.use(logRequests(logger), metrics.middleware);
  app.use(securityHeaders(secure));
  // Whether the program answers, and whether it can do its work: the second asks the database.
  app.get('/healthz', (_request, response) => {
    response.json({ status: 'ok' });
  });
  app.get('/readyz', async (_request, response) => {
    await sequelize.query('DO 1');
    response.json({ status: 'ok' });
  });
  // What a project as a file is like, for programs that read or write one.
  app.get('/project.schema.json', (_request, response) => {
    response.type('application/schema+json').send(JSON.stringify(projectSchema(), null, 1));
  });
  // What scripts can ask for.
  let described: object | null = null;
  app.get('/openapi.json', (_request, response) => {
    described ??= openApi();
    response.json(described);
  });
  app.use(
    '/api',
    ...sessions.middleware,
    (_request, response, next) => {
      response.set('Cache-Control', 'no-store');
      next();
    },
    api(sequelize, pool, mail),
  );
  if (existsSync(webRoot)) {
    // Compressed when they were built: a file under its name never changes.
    app.use(
      '/assets',
      compressed(join(webRoot, 'assets'), {
        enableBrotli: true,
        orderPreference: ['br', 'gz'],
        index: false,
        serveStatic: { immutable: true, maxAge: '1y' },
      }),
      nothingHere,
    );
    app.use(express.static(webRoot, { index: false }));
    app.get('/{*path}', (_request, response) =>
      response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html')),
    );
  }
  app.use(nothingHere, answerProblems);
  runner.start();
  postman.start();
  let sockets: ClassSockets | null = null;
  return {
    express: app,
    metrics: metrics.text,
    serveSockets: async (http) => {
      sockets = await serveClasses({
        http,
        sessions: sessions.middleware,
        logger,
        redisUrl: config.REDIS_URL ?? null,
        trustsProxies: config.TRUSTED_HOPS > 0,
      });
    },
    close: async () => {
      await sockets?.close();
      sessions.close();
      await runner.stop();
      await postman.stop();
    },
  };
}
