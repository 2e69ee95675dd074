import type { ReadingJob } from '@undulan/contract';
import { Op } from 'sequelize';
import { exerciseFor, readingJobFor } from '../access/access.ts';
import type { ExerciseModel } from '../exercises/exercise.model.ts';
import { sameTarget } from '../exercises/same-target.ts';
import { ReadingModel, TakeModel } from '../takes/take.model.ts';
import { withReaders } from './reader-pool.ts';
import { ReadingJobModel } from './reading-job.model.ts';

/** A job that has not moved for so long has lost its server. */
const LOST_MS = 60_000;

function show({ id, total, done, failed, state }: ReadingJobModel): ReadingJob {
  return { id, total, done, failed, state };
}

/** The takes of an exercise whose newest reading is against another target. */
async function takesToRead(exercise: ExerciseModel): Promise<string[]> {
  const takes = await TakeModel.findAll({ where: { exerciseId: exercise.id }, attributes: ['id'], order: [['handedInAt', 'ASC']] });
  const stale: string[] = [];
  for (const { id } of takes) {
    const newest = await ReadingModel.findOne({ where: { takeId: id }, attributes: ['target'], order: [['createdAt', 'DESC']] });
    if (!newest || !sameTarget(newest.target, exercise.target)) stale.push(id);
  }
  return stale;
}

/**
 * Reads every take of an exercise against its target as it is now, in threads of their own; the answer comes at once and the job tells how far it is.
 * Older readings are kept. A job that is at it already is gone on with.
 */
export async function readAllAgain(personId: string, exerciseId: string): Promise<ReadingJob> {
  const exercise = await exerciseFor(personId, exerciseId, 'instructor');
  const alive = new Date(Date.now() - LOST_MS);
  await ReadingJobModel.update({ state: 'cancelled' }, { where: { exerciseId, state: 'running', updatedAt: { [Op.lt]: alive } } });
  const running = await ReadingJobModel.findOne({ where: { exerciseId, state: 'running' } });
  if (running) return show(running);
  const takeIds = await takesToRead(exercise);
  const job = await ReadingJobModel.create({ exerciseId, total: takeIds.length, done: 0, failed: 0, state: takeIds.length > 0 ? 'running' : 'finished', startedAt: new Date() });
  if (takeIds.length > 0) void run(job, exercise, takeIds);
  return show(job);
}

async function run(job: ReadingJobModel, exercise: ExerciseModel, takeIds: readonly string[]): Promise<void> {
  const { target } = exercise;
  try {
    await withReaders(takeIds, async (reader, takeId) => {
      const { state } = (await ReadingJobModel.findByPk(job.id, { attributes: ['state'] }))!;
      if (state === 'cancelled') return;
      const take = await TakeModel.findByPk(takeId);
      try {
        const reading = await reader.read(target, take!.motion);
        await ReadingModel.create({ takeId, target, reading });
        await ReadingJobModel.increment({ done: 1 }, { where: { id: job.id } });
      } catch {
        await ReadingJobModel.increment({ done: 1, failed: 1 }, { where: { id: job.id } });
      }
    });
  } finally {
    await ReadingJobModel.update({ state: 'finished' }, { where: { id: job.id, state: 'running' } });
  }
}

export async function readingJob(personId: string, jobId: string): Promise<ReadingJob> {
  return show(await readingJobFor(personId, jobId));
}

/** Stops a job after the takes being read just now; what was read stays. */
export async function cancelReadingJob(personId: string, jobId: string): Promise<ReadingJob> {
  const job = await readingJobFor(personId, jobId);
  if (job.state === 'running') await job.update({ state: 'cancelled' });
  return show(job);
}
