import { EventEmitter } from 'node:events';
import type { Target } from '@undulan/core';
import type { Transaction } from 'sequelize';
import { keepTarget } from '../targets/target.model.ts';
import { ReadingModel } from './reading.model.ts';

/** Told when readings were asked for here, so that whoever reads here need not wait for its next look. */
export const asked = new EventEmitter().setMaxListeners(0);

/**
 * Asks for takes to be read against a target; each is made as soon as a thread of any copy of the server is free. Call
 * `asked.emit('readings')` once the transaction is through.
 */
export async function askForReadings(
  takeIds: readonly string[],
  target: Target,
  { jobId = null, transaction }: { jobId?: string | null; transaction: Transaction },
): Promise<void> {
  const targetHash = await keepTarget(target, transaction);
  await ReadingModel.bulkCreate(
    takeIds.map((takeId) => ({ takeId, targetHash, state: 'waiting' as const, jobId })),
    { transaction },
  );
}
