import type { ReadingJob } from '@undulan/contract';
import { col, fn, QueryTypes, UniqueConstraintError } from 'sequelize';
import { exerciseWithDocuments, readingJobFor, takeToReview } from '../access/access.ts';
import { ReadingModel } from './reading.model.ts';
import { ReadingJobModel } from './reading-job.model.ts';
import { asked, askForReadings } from './reading-queue.ts';

/** A job of which nothing was read for so long has lost those who read for it; whoever is there takes it up. */
const LOST_MS = 30_000;

async function show(job: ReadingJobModel): Promise<ReadingJob> {
  const counted = (await ReadingModel.findAll({
    where: { jobId: job.id },
    attributes: ['state', [fn('COUNT', col('id')), 'count'], [fn('MAX', col('updatedAt')), 'moved']],
    group: ['state'],
    raw: true,
  })) as unknown as { state: ReadingModel['state']; count: number; moved: Date }[];
  const count = (...states: ReadingModel['state'][]): number =>
    counted.filter(({ state }) => states.includes(state)).reduce((sum, row) => sum + Number(row.count), 0);
  const moved = Math.max(job.startedAt.getTime(), ...counted.map((row) => row.moved.getTime()));
  const isLost = job.state === 'running' && Date.now() - moved > LOST_MS;
  return {
    id: job.id,
    total: job.total,
    done: count('read', 'not-read'),
    failed: count('not-read'),
    state: isLost ? 'lost' : job.state,
  };
}

/** The takes of an exercise whose newest reading is against another target than its own, oldest first. */
async function takesToRead(exerciseId: string, targetHash: string): Promise<string[]> {
  const rows = await ReadingModel.sequelize!.query<{ id: string }>(
    'SELECT t.id FROM takes t WHERE t.exerciseId = :exerciseId AND COALESCE((SELECT r.targetHash FROM ' +
      `readings r WHERE r.takeId = t.id ORDER BY r.createdAt DESC LIMIT 1), '') <> :targetHash ORDER BY ` +
      't.handedInAt',
    { replacements: { exerciseId, targetHash }, type: QueryTypes.SELECT },
  );
  return rows.map(({ id }) => id);
}

/**
 * Asks for every take of an exercise to be read against its target as it is now; the job tells how far it is. Older
 * readings are kept. A job that is at it already is gone on with.
 */
export async function readAllAgain(personId: string, exerciseId: string): Promise<ReadingJob> {
  const exercise = await exerciseWithDocuments(personId, exerciseId, 'instructor');
  try {
    const job = await ReadingJobModel.sequelize!.transaction(async (transaction) => {
      const takeIds = await takesToRead(exerciseId, exercise.targetHash);
      const isNeeded = takeIds.length > 0;
      // Of several asking at once one makes the row; the others run into its uniqueness.
      const made = await ReadingJobModel.create(
        {
          exerciseId,
          total: takeIds.length,
          state: isNeeded ? 'running' : 'finished',
          runningFor: isNeeded ? exerciseId : null,
          startedAt: new Date(),
        },
        { transaction },
      );
      if (isNeeded) await askForReadings(takeIds, exercise.target, { jobId: made.id, transaction });
      return made;
    });
    asked.emit('readings');
    return await show(job);
  } catch (error) {
    const running =
      error instanceof UniqueConstraintError
        ? await ReadingJobModel.findOne({ where: { runningFor: exerciseId } })
        : null;
    if (!running) throw error;
    return show(running);
  }
}

export async function readingJob(personId: string, jobId: string): Promise<ReadingJob> {
  return show(await readingJobFor(personId, jobId));
}

/** Stops a job after the takes being read just now; what was read stays. */
export async function cancelReadingJob(personId: string, jobId: string): Promise<ReadingJob> {
  const job = await readingJobFor(personId, jobId);
  if (job.state === 'running') {
    await ReadingModel.destroy({ where: { jobId, state: 'waiting' } });
    await job.update({ state: 'cancelled', runningFor: null });
  }
  return show(job);
}

/** Asks for a take to be read against the target as it is now; the older reading is kept. */
export async function readAgain(personId: string, takeId: string): Promise<void> {
  const { take } = await takeToReview(personId, takeId);
  const exercise = await exerciseWithDocuments(personId, take.exerciseId, 'instructor');
  await ReadingModel.sequelize!.transaction((transaction) =>
    askForReadings([take.id], exercise.target, { transaction }),
  );
  asked.emit('readings');
}
