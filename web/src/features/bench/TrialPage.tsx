import type { ExerciseSetting } from '@undulan/contract';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useOpenTrial } from '../../saving/index.ts';
import { useSettingQuery, useTrialQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, LoadFailed, Loading } from '../../ui/index.ts';
import { Bench } from './Bench.tsx';
import { TrialReading } from './TrialReading.tsx';

/** An exercise as a learner meets it who begins it, for its instructor to try: nothing is kept or handed in. */
export function TrialPage() {
  const { exerciseId = '' } = useParams();
  const fresh = { refetchOnMountOrArgChange: true };
  const { currentData: assignment, error: notThere, isFetching, refetch } = useTrialQuery(exerciseId, fresh);
  const setting = useSettingQuery(exerciseId, fresh);
  const isOpen = useOpenTrial(exerciseId, isFetching ? undefined : assignment?.start);
  if (isOpen && assignment && setting.currentData)
    return (
      <Bench
        key={exerciseId}
        assignment={assignment}
        status="A trial, not kept"
        end={<TrialEnd setting={setting.currentData} />}
        lays="nothing"
      />
    );
  const error = notThere ?? setting.error;
  const retry = (): void => {
    void refetch();
    void setting.refetch();
  };
  return (
    <Shell crumbs={[{ label: 'Trial' }]}>
      {error ? <LoadFailed what="exercise" error={error} onRetry={retry} /> : <Loading what="the exercise" />}
    </Shell>
  );
}

/** How what was keyed would be read, and the way back to setting. */
function TrialEnd({ setting }: { setting: ExerciseSetting }) {
  const navigate = useNavigate();
  const [reads, setReads] = useState(false);
  return (
    <>
      <Button onClick={() => setReads(true)}>Read it</Button>
      <Button kind="main" onClick={() => void navigate(`/exercises/${setting.id}/setting`)}>
        To setting
      </Button>
      {reads && <TrialReading setting={setting} onClose={() => setReads(false)} />}
    </>
  );
}
