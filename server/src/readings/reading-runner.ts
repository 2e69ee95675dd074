import { randomUUID } from 'node:crypto';
import { READING_VERSION } from '@undulan/core';
import type { Logger } from 'pino';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { readColumns } from './read-columns.ts';
import { createReaderPool, limitMet, type ReaderPool } from './reader-pool.ts';
import { ReadingModel } from './reading.model.ts';
import { finishJobs } from './reading-job.service.ts';
import { asked } from './reading-queue.ts';

/** How often it looks for what other copies were asked for, or have lost. */
const LOOK_MS = 1000;
/** Whoever has been at a reading for so long is gone: it is longer than a reading may take. */
const LOST_SECONDS = 60;
const LOST_LOOK_MS = 5000;
/** A reading that ended the program so often is not tried again. */
const MOST_ATTEMPTS = 3;
/** Readings taken up at once: enough to keep every thread busy. */
const AT_ONCE = 8;

/**
 * Reads what is asked for, one reading after another, whoever asked: rows of the database are the queue, so every copy
 * of the server takes its part, and what one has lost another takes up. A failure of a reading is written beside it; a
 * failure of the database is waited out.
 */
export class ReadingRunner {
  readonly #sequelize: Sequelize;
  readonly #log: Logger;
  readonly #pool: ReaderPool;
  readonly #claims = new Set<string>();
  #running: Promise<void> | null = null;
  #isStopping = false;
  #looksForLostAt = 0;
  /** Something may have come since it last looked. */
  #isWoken = false;
  #endPause: () => void = () => undefined;
  readonly #wake = (): void => {
    this.#isWoken = true;
    this.#endPause();
  };

  constructor(sequelize: Sequelize, log: Logger, pool: ReaderPool = createReaderPool()) {
    this.#sequelize = sequelize;
    this.#log = log;
    this.#pool = pool;
  }

  start(): void {
    asked.on('readings', this.#wake);
    this.#running = this.#run();
  }

  /** Ends, and leaves what is under way to others. */
  async stop(): Promise<void> {
    this.#isStopping = true;
    asked.off('readings', this.#wake);
    this.#wake();
    await this.#pool.close();
    await this.#running;
    await ReadingModel.update(
      { state: 'waiting', claim: null, claimedAt: null },
      { where: { claim: [...this.#claims], state: 'under-way' } },
    ).catch((error: unknown) => this.#log.warn({ err: error }, 'readings under way could not be handed over'));
  }

  async #run(): Promise<void> {
    const underWay = new Set<Promise<void>>();
    await this.#safely('older readings could not be asked for anew', () => this.#askForOlderAnew());
    while (!this.#isStopping) {
      this.#isWoken = false;
      const claimed = await this.#safely('readings could not be taken up', () => this.#claim(AT_ONCE - underWay.size));
      for (const reading of claimed ?? []) {
        const work: Promise<void> = this.#safely('a reading could not be written down', () => this.#read(reading)).then(
          () => {
            underWay.delete(work);
            this.#wake();
          },
        );
        underWay.add(work);
      }
      if (underWay.size >= AT_ONCE || !claimed?.length) await this.#pause();
    }
    await Promise.all(underWay);
  }

  /** Waits until something may have come: asked for here, done here, or by the clock. */
  #pause(): Promise<void> {
    if (this.#isWoken) return Promise.resolve();
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, LOOK_MS);
      this.#endPause = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  async #safely<T>(what: string, work: () => Promise<T>): Promise<T | null> {
    try {
      return await work();
    } catch (error) {
      if (!this.#isStopping) this.#log.error({ err: error }, what);
      return null;
    }
  }

  /** Readings of an older program are made anew from their takes and targets, which are all they depend on. */
  async #askForOlderAnew(): Promise<void> {
    await ReadingModel.update(
      { state: 'waiting', attempts: 0 },
      { where: { state: 'read', version: { [Op.lt]: READING_VERSION } } },
    );
  }

  /**
   * Takes up as many of those that wait, the oldest first. Rows that another copy is just taking up are passed over,
   * not waited for.
   */
  async #claim(most: number): Promise<ReadingModel[]> {
    await this.#freeLost();
    return this.#sequelize.transaction(async (transaction) => {
      const rows = await this.#sequelize.query<{ id: string }>(
        `SELECT id FROM readings WHERE state = 'waiting' ORDER BY createdAt LIMIT ${most} FOR UPDATE SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      );
      if (rows.length === 0) return [];
      const claim = randomUUID();
      await this.#sequelize.query(
        "UPDATE readings SET state = 'under-way', claim = :claim, claimedAt = NOW(3), attempts = attempts + " +
          '1 WHERE id IN (:ids)',
        { replacements: { claim, ids: rows.map(({ id }) => id) }, transaction },
      );
      this.#claims.add(claim);
      return ReadingModel.findAll({
        where: { claim },
        attributes: ['id', 'takeId', 'claim', 'attempts', 'jobId'],
        transaction,
      });
    });
  }

  /** Now and then, what a copy of the server took up and never ended waits again. */
  async #freeLost(): Promise<void> {
    if (Date.now() < this.#looksForLostAt) return;
    this.#looksForLostAt = Date.now() + LOST_LOOK_MS;
    await this.#sequelize.query(
      `UPDATE readings SET state = 'waiting', claim = NULL, claimedAt = NULL WHERE state = 'under-way' AND ` +
        `claimedAt < NOW(3) - INTERVAL ${LOST_SECONDS} SECOND`,
    );
  }

  async #read({ id, claim, attempts, jobId }: ReadingModel): Promise<void> {
    const outcome =
      attempts > MOST_ATTEMPTS
        ? notRead(`Reading it ended the program ${MOST_ATTEMPTS} times.`)
        : await this.#outcomeOf(id);
    if (this.#isStopping && outcome.state === 'not-read') return;
    // Who lost the claim in the meantime has nothing to say any more.
    await ReadingModel.update({ ...outcome, claim: null, claimedAt: null }, { where: { id, claim } });
    if (jobId) await finishJobs([jobId]);
  }

  async #outcomeOf(id: string): Promise<Partial<ReadingModel>> {
    const row = await ReadingModel.findByPk(id, {
      attributes: ['id'],
      include: [{ association: 'take', attributes: ['motion', 'followed'] }, 'target'],
    });
    if (!row?.take || !row.target) return notRead('The take or its target is gone.');
    try {
      const { target } = row.target;
      return readColumns(await this.#pool.read(target, row.take.motion, row.take.followed), target);
    } catch (error) {
      if (!this.#isStopping) this.#log.error({ err: error, readingId: id }, 'a take could not be read');
      return notRead(limitMet(error) ?? 'It could not be read.');
    }
  }
}

function notRead(problem: string): Partial<ReadingModel> {
  return { state: 'not-read', problem };
}
