import { randomBytes } from 'node:crypto';
import SequelizeStoreFactory from 'connect-session-sequelize';
import type { RequestHandler } from 'express';
import session from 'express-session';
import { QueryTypes, type Sequelize } from 'sequelize';
import { SessionModel } from './session.model.ts';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    /** What it was begun with, as the browser calls itself. */
    begunWith: string;
    /** When it was last seen in use, to a few minutes. */
    seenAt: number;
  }
}

const DAY_MS = 24 * 60 * 60 * 1000;
/** A session is written down as in use this often, not at every request. */
const SEEN_MS = 5 * 60 * 1000;
export const SESSION_COOKIE = 'undulan.sid';

/** The secret that signs cookies, made once and kept in the database so that every copy of the server has the same. */
async function sessionSecret(sequelize: Sequelize): Promise<string> {
  await sequelize.query("INSERT IGNORE INTO secrets (name, value) VALUES ('session', :value)", {
    replacements: { value: randomBytes(32).toString('hex') },
  });
  const [row] = await sequelize.query<{ value: string }>("SELECT value FROM secrets WHERE name = 'session'", {
    type: QueryTypes.SELECT,
  });
  return row!.value;
}

/** Writes a session in use down now and then, which also carries its end on. */
const keepSeen: RequestHandler = (request, _response, next) => {
  const { session: own } = request;
  if (own.personId && Date.now() - (own.seenAt ?? 0) > SEEN_MS) own.seenAt = Date.now();
  next();
};

export interface Sessions {
  middleware: RequestHandler[];
  close: () => void;
}

/** Signed-in sessions, kept in the database for two weeks after the last visit. */
export async function createSessions(sequelize: Sequelize, secure: boolean): Promise<Sessions> {
  const SequelizeStore = SequelizeStoreFactory(session.Store);
  const options = {
    db: sequelize,
    table: SessionModel.name,
    expiration: 14 * DAY_MS,
    checkExpirationInterval: DAY_MS / 24,
    // `keepSeen` says when: a write at every request would be half of all writes.
    disableTouch: true,
    extendDefaultFields: (
      defaults: unknown,
      { personId = null, begunWith = null }: { personId?: string | null; begunWith?: string | null },
    ) => ({ ...(defaults as object), personId, begunWith }),
  };
  const store = new SequelizeStore(options);
  const middleware = session({
    name: SESSION_COOKIE,
    secret: await sessionSecret(sequelize),
    store,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure, maxAge: 14 * DAY_MS },
  });
  return { middleware: [middleware, keepSeen], close: () => store.stopExpiringSessions() };
}
