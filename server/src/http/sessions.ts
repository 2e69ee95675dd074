import { randomBytes } from 'node:crypto';
import SequelizeStoreFactory from 'connect-session-sequelize';
import type { RequestHandler } from 'express';
import session from 'express-session';
import { QueryTypes, type Sequelize } from 'sequelize';

declare module 'express-session' {
  interface SessionData {
    personId: string;
  }
}

const DAY_MS = 24 * 60 * 60 * 1000;
export const SESSION_COOKIE = 'undulan.sid';

/** The secret that signs cookies, made once and kept in the database so that every copy of the server has the same. */
async function sessionSecret(sequelize: Sequelize): Promise<string> {
  await sequelize.query("INSERT IGNORE INTO secrets (name, value) VALUES ('session', :value)", {
    replacements: { value: randomBytes(32).toString('hex') },
  });
  const [row] = await sequelize.query<{ value: string }>("SELECT value FROM secrets WHERE name = 'session'", { type: QueryTypes.SELECT });
  return row!.value;
}

export interface Sessions {
  middleware: RequestHandler;
  close: () => void;
}

/** Signed-in sessions, kept in the database for two weeks after the last visit. */
export async function createSessions(sequelize: Sequelize, secure: boolean): Promise<Sessions> {
  const SequelizeStore = SequelizeStoreFactory(session.Store);
  const store = new SequelizeStore({ db: sequelize, tableName: 'sessions', expiration: 14 * DAY_MS, checkExpirationInterval: DAY_MS / 24 });
  const middleware = session({
    name: SESSION_COOKIE,
    secret: await sessionSecret(sequelize),
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure, maxAge: 14 * DAY_MS },
  });
  return { middleware, close: () => store.stopExpiringSessions() };
}
