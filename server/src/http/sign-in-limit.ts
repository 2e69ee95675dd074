import { Credentials } from '@undulan/contract';
import type { Request, RequestHandler } from 'express';
import { type ClientRateLimitInfo, ipKeyGenerator, rateLimit, type Store } from 'express-rate-limit';
import { slowDown } from 'express-slow-down';
import { QueryTypes, type Sequelize } from 'sequelize';
import { ProblemError } from './problem-error.ts';

const WINDOW_MS = 15 * 60 * 1000;
const MOST_DELAY_MS = 5000;

/**
 * Counts wrong passwords in the database, so that several copies of the server count as one. Counts that are over are
 * cleared away now and then.
 */
class TriesStore implements Store {
  readonly #sequelize: Sequelize;
  readonly prefix: string;

  constructor(sequelize: Sequelize, prefix: string) {
    this.#sequelize = sequelize;
    this.prefix = prefix;
  }

  async increment(caller: string): Promise<ClientRateLimitInfo> {
    const key = this.prefix + caller;
    const now = new Date();
    if (Math.random() < 0.01)
      await this.#sequelize.query('DELETE FROM sign_in_tries WHERE resetsAt < :now LIMIT 1000', {
        replacements: { now },
      });
    await this.#sequelize.query(
      `INSERT INTO sign_in_tries (caller, tries, resetsAt) VALUES (:key, 1, :later)
       ON DUPLICATE KEY UPDATE tries = IF(resetsAt <= :now, 1, tries + 1),
                               resetsAt = IF(resetsAt <= :now, :later, resetsAt)`,
      { replacements: { key, now, later: new Date(now.getTime() + WINDOW_MS) } },
    );
    const [row] = await this.#sequelize.query<{ tries: number; resetsAt: Date }>(
      'SELECT tries, resetsAt FROM sign_in_tries WHERE caller = :key',
      { replacements: { key }, type: QueryTypes.SELECT },
    );
    return { totalHits: row?.tries ?? 1, resetTime: row?.resetsAt };
  }

  async decrement(caller: string): Promise<void> {
    await this.#sequelize.query('UPDATE sign_in_tries SET tries = GREATEST(tries - 1, 0) WHERE caller = :key', {
      replacements: { key: this.prefix + caller },
    });
  }

  async resetKey(caller: string): Promise<void> {
    await this.#sequelize.query('DELETE FROM sign_in_tries WHERE caller = :key', {
      replacements: { key: this.prefix + caller },
    });
  }
}

interface Bound {
  name: string;
  keyOf: (request: Request) => string;
  /**
   * Wrong passwords after which answers come later and later, and after which there are none, in a quarter of an hour.
   */
  slowAfter: number;
  refuseAfter: number;
}

/**
 * By account, so that one is not guessed from many places; by address, with room for a classroom behind one; and over
 * all.
 */
const BOUNDS: readonly Bound[] = [
  {
    name: 'account',
    keyOf: (request) => {
      const email = Credentials.shape.email.safeParse((request.body as { email?: unknown } | undefined)?.email);
      return email.success ? email.data : '';
    },
    slowAfter: 5,
    refuseAfter: 20,
  },
  { name: 'address', keyOf: (request) => ipKeyGenerator(request.ip ?? ''), slowAfter: 60, refuseAfter: 300 },
  { name: 'all', keyOf: () => '', slowAfter: 1000, refuseAfter: 5000 },
];

function limitBy(sequelize: Sequelize, { name, keyOf, slowAfter, refuseAfter }: Bound): RequestHandler[] {
  const common = { windowMs: WINDOW_MS, skipSuccessfulRequests: true, keyGenerator: keyOf };
  return [
    slowDown({
      ...common,
      delayAfter: slowAfter,
      delayMs: (used) => Math.min(MOST_DELAY_MS, (used - slowAfter) * 400),
      store: new TriesStore(sequelize, `slow ${name} `),
    }),
    rateLimit({
      ...common,
      limit: refuseAfter,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      store: new TriesStore(sequelize, `${name} `),
      handler: () => {
        throw new ProblemError('too-many-tries', 'Too many wrong passwords. Wait a quarter of an hour and try again.');
      },
    }),
  ];
}

/** Holds back guessing of passwords: slower after some wrong ones, refused after many. */
export function limitSignIn(sequelize: Sequelize): RequestHandler[] {
  return BOUNDS.flatMap((bound) => limitBy(sequelize, bound));
}
