import type { ReadingJob } from '@undulan/contract';
import { useEffect, useRef, useState } from 'react';
import {
  api,
  explain,
  useCancelReadingJobMutation,
  useReadAllMutation,
  useReadingJobQuery,
} from '../server-data/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { Button, sayDone, sayProblem } from '../ui/index.ts';

const ASK_EVERY_MS = 300;

/**
 * Reads every take of an exercise against its target as it is now, on the server, with how far it is. Older readings
 * are kept.
 */
export function ReadAllAgain({ exerciseId, label }: { exerciseId: string; label: string }) {
  const [readAll, { isLoading }] = useReadAllMutation();
  const [job, setJob] = useState<ReadingJob | null>(null);
  const start = async (): Promise<void> => {
    const answer = await readAll(exerciseId);
    if (answer.error) sayProblem(explain(answer.error));
    else if (answer.data.total === 0) sayDone('Every take is read against the target as it is.');
    else setJob(answer.data);
  };
  if (job) return <Progress started={job} onEnd={() => setJob(null)} />;
  return (
    <Button small disabled={isLoading} onClick={() => void start()}>
      {label}
    </Button>
  );
}

function Progress({ started, onEnd }: { started: ReadingJob; onEnd: () => void }) {
  const dispatch = useAppDispatch();
  const { data: job = started } = useReadingJobQuery(started.id, {
    pollingInterval: ASK_EVERY_MS,
    refetchOnMountOrArgChange: true,
  });
  const [cancel] = useCancelReadingJobMutation();
  const { state, done, total, failed } = job;
  const told = useRef(false);
  useEffect(() => {
    if (state === 'running' || state === 'lost' || told.current) return;
    told.current = true;
    dispatch(api.util.invalidateTags(['Take', 'Course']));
    if (failed > 0) sayProblem(`${failed} of ${total} takes could not be read; they keep their older readings.`);
    else
      sayDone(
        state === 'cancelled'
          ? `Stopped after ${done} of ${total} takes.`
          : `${total === 1 ? 'One take is' : `${total} takes are`} read against the target as it is now. The ` +
              'older readings are kept.',
      );
    onEnd();
  }, [dispatch, state, done, total, failed, onEnd]);
  return (
    <span role="status" className="figures inline-flex items-center gap-2 text-xs">
      <progress value={done} max={total} aria-label="Takes read" className="w-24" />
      {done} of {total} read{state === 'lost' && ', not moving just now'}
      <Button small kind="quiet" onClick={() => void cancel(job.id)}>
        Stop
      </Button>
    </span>
  );
}
