import { ReadingModel } from './reading.model.ts';
import { ReadingJobModel } from './reading-job.model.ts';

/** Of these jobs those are finished of which nothing is left to read. */
export async function finishJobs(jobIds: readonly string[]): Promise<void> {
  for (const id of jobIds) {
    const left = await ReadingModel.count({ where: { jobId: id, state: ['waiting', 'under-way'] } });
    if (left === 0)
      await ReadingJobModel.update({ state: 'finished', runningFor: null }, { where: { id, state: 'running' } });
  }
}
