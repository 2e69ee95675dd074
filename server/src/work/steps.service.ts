import { type History, HISTORY_LIMIT, type HistoryChange, type Step } from '@undulan/core';
import { col, fn, Op, type Transaction } from 'sequelize';
import { ProblemError } from '../http/problem-error.ts';
import type { StepTable } from './steps.model.ts';

/** What the steps of one work may take together; the oldest give way. */
const MOST_BYTES = 8_000_000;

/** The history of some work of which so many steps are done. */
export async function historyOf({ model, owner }: StepTable, id: string, done: number): Promise<History> {
  const rows = await model.findAll({
    where: { [owner]: id },
    attributes: ['number', 'step'],
    order: [['number', 'ASC']],
  });
  const first = rows[0] ? rows[0].number - 1 : done;
  return { first, steps: rows.map(({ step }) => step), done: done - first };
}

/** Gives what the added steps take. */
async function addSteps(
  { model, owner }: StepTable,
  id: string,
  after: number,
  steps: readonly Step[],
  transaction: Transaction,
): Promise<number> {
  if (steps.length === 0) return 0;
  const rows = steps.map((step, i) => ({
    [owner]: id,
    number: after + i + 1,
    step,
    bytes: JSON.stringify(step).length,
  }));
  await model.bulkCreate(rows, { transaction });
  return rows.reduce((sum, { bytes }) => sum + bytes, 0);
}

interface Extent {
  first: number;
  last: number;
  bytes: number;
}

/** From which to which number there are steps, and what they take together; zeros where there are none. */
async function extentOf({ model, owner }: StepTable, id: string, transaction: Transaction): Promise<Extent> {
  const row = (await model.findOne({
    where: { [owner]: id },
    attributes: [
      [fn('MIN', col('number')), 'first'],
      [fn('MAX', col('number')), 'last'],
      [fn('SUM', col('bytes')), 'bytes'],
    ],
    transaction,
    raw: true,
  })) as unknown as Record<keyof Extent, number | null>;
  return { first: Number(row.first ?? 0), last: Number(row.last ?? 0), bytes: Number(row.bytes ?? 0) };
}

/** Lets the oldest steps go that are beyond what is kept, by number and by size. */
async function letOldGo(
  { model, owner }: StepTable,
  id: string,
  { first, last, bytes }: Extent,
  transaction: Transaction,
): Promise<void> {
  if (last - first < HISTORY_LIMIT && bytes <= MOST_BYTES) return;
  const sizes = await model.findAll({
    where: { [owner]: id },
    attributes: ['number', 'bytes'],
    order: [['number', 'DESC']],
    transaction,
    raw: true,
  });
  let total = 0;
  const beyond = sizes.find(({ bytes }, i) => (total += bytes) > MOST_BYTES || i >= HISTORY_LIMIT);
  if (beyond) await model.destroy({ where: { [owner]: id, number: { [Op.lte]: beyond.number } }, transaction });
}

/**
 * Writes what is new in a history, of which `before` steps were done; nothing else of it is touched. Throws
 * `does-not-fit` where it goes on from steps that are not there.
 */
export async function changeSteps(
  table: StepTable,
  id: string,
  { keep, add, done }: HistoryChange,
  transaction: Transaction,
): Promise<void> {
  const { model, owner } = table;
  const known = await extentOf(table, id, transaction);
  if (done > keep + add.length)
    throw new ProblemError('does-not-fit', 'These steps do not go on from those that are there.');
  if (keep < known.last) await model.destroy({ where: { [owner]: id, number: { [Op.gt]: keep } }, transaction });
  const added = await addSteps(table, id, keep, add, transaction);
  if (add.length > 0)
    await letOldGo(
      table,
      id,
      { first: known.first || keep + 1, last: keep + add.length, bytes: known.bytes + added },
      transaction,
    );
}

/** Writes a whole history in place of what is there. */
export async function replaceSteps(
  table: StepTable,
  id: string,
  { first, steps }: History,
  transaction: Transaction,
): Promise<void> {
  await table.model.destroy({ where: { [table.owner]: id }, transaction });
  const bytes = await addSteps(table, id, first, steps, transaction);
  await letOldGo(table, id, { first: first + 1, last: first + steps.length, bytes }, transaction);
}

/** How many steps of a history are done, by their numbers. */
export function stepsDone({ first, done }: History): number {
  return first + done;
}
