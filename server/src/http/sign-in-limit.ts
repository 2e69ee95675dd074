import { Credentials } from '@undulan/contract';
import type { RequestHandler } from 'express';
import { rateLimit, ipKeyGenerator, type ClientRateLimitInfo, type Store } from 'express-rate-limit';
import { QueryTypes, type Sequelize } from 'sequelize';
import { ProblemError } from './problem-error.ts';

const WINDOW_MS = 15 * 60 * 1000;
const TRIES = 10;

/** Counts tries in the database, so that several copies of the server count as one. */
class TriesStore implements Store {
  readonly #sequelize: Sequelize;

  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize;
  }

  async increment(caller: string): Promise<ClientRateLimitInfo> {
    const now = new Date();
    await this.#sequelize.query(
      `INSERT INTO sign_in_tries (caller, tries, resetsAt) VALUES (:caller, 1, :later)
       ON DUPLICATE KEY UPDATE tries = IF(resetsAt <= :now, 1, tries + 1), resetsAt = IF(resetsAt <= :now, :later, resetsAt)`,
      { replacements: { caller, now, later: new Date(now.getTime() + WINDOW_MS) } },
    );
    const [row] = await this.#sequelize.query<{ tries: number; resetsAt: Date }>(
      'SELECT tries, resetsAt FROM sign_in_tries WHERE caller = :caller',
      { replacements: { caller }, type: QueryTypes.SELECT },
    );
    return { totalHits: row?.tries ?? 1, resetTime: row?.resetsAt };
  }

  async decrement(caller: string): Promise<void> {
    await this.#sequelize.query('UPDATE sign_in_tries SET tries = GREATEST(tries - 1, 0) WHERE caller = :caller', { replacements: { caller } });
  }

  async resetKey(caller: string): Promise<void> {
    await this.#sequelize.query('DELETE FROM sign_in_tries WHERE caller = :caller', { replacements: { caller } });
  }
}

/** Ten wrong passwords for one address from one place, then a quarter of an hour's rest. */
export function limitSignIn(sequelize: Sequelize): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit: TRIES,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    store: new TriesStore(sequelize),
    keyGenerator: (request) => {
      const email = Credentials.shape.email.safeParse((request.body as { email?: unknown } | undefined)?.email);
      return `${ipKeyGenerator(request.ip ?? '')} ${email.success ? email.data : ''}`;
    },
    handler: () => {
      throw new ProblemError('too-many-tries', 'Too many wrong passwords. Wait a quarter of an hour and try again.');
    },
  });
}
