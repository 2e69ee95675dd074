import type { TakeView } from '@undulan/contract';
import { useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { useClipFile, useFollowed } from '../../clips/index.ts';
import { explain, useFollowAnewMutation, useTakeQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, LoadFailed, Loading, Problem, sayDone, sayProblem } from '../../ui/index.ts';
import { ClipPointing } from './ClipPointing.tsx';
import { NO_LENGTH, scaleOf } from './known-length.ts';
import { otherSubjects } from './other-subjects.ts';

/** An instructor points at the subject of a take's clip anew, where it was not followed well. */
export function FollowAnewPage() {
  const { takeId = '' } = useParams();
  const take = useTakeQuery({ id: takeId });
  if (take.currentData)
    return take.currentData.role === 'instructor' && take.currentData.clip && take.currentData.target ? (
      <Anew view={take.currentData} clip={take.currentData.clip} />
    ) : (
      <Navigate to={`/takes/${takeId}`} replace />
    );
  return (
    <Shell crumbs={[{ label: 'Clip' }]}>
      {take.error ? (
        <LoadFailed what="take" error={take.error} onRetry={() => void take.refetch()} />
      ) : (
        <Loading what="the take" />
      )}
    </Shell>
  );
}

function Anew({ view, clip }: { view: TakeView; clip: NonNullable<TakeView['clip']> }) {
  const navigate = useNavigate();
  const model = view.target!;
  const { files, problem } = useClipFile(clip.id, clip.name);
  const followed = useFollowed(files, model.rate);
  const [known, setKnown] = useState(NO_LENGTH);
  const others = useMemo(() => otherSubjects(model, model), [model]);
  const [followAnew, { isLoading }] = useFollowAnewMutation();
  const scale = scaleOf(known, model.stage.pixelsPerMetre);
  const { read, seen } = followed;
  const waits =
    followed.spotsOf('main').length === 0
      ? 'Point at the subject in a picture.'
      : (!read || seen !== null) && 'The subject is still being followed.';
  const take = async (): Promise<void> => {
    const answer = await followAnew({ takeId: view.id, follow: { followed: read!, ...(scale !== null && { scale }) } });
    if (answer.error) {
      sayProblem(explain(answer.error));
      return;
    }
    sayDone('It is being read by what you followed. The older reading is kept.');
    await navigate(`/takes/${view.id}`);
  };
  return (
    <Shell
      crumbs={[
        { label: view.courseTitle, to: `/courses/${view.courseId}` },
        { label: view.exerciseTitle },
        { label: `${view.learner.name}, take ${view.number}`, to: `/takes/${view.id}` },
        { label: 'followed anew' },
      ]}
      actions={
        <>
          <Button onClick={() => void navigate(`/takes/${view.id}`)}>Leave it as it was</Button>
          <Button kind="main" disabled={isLoading} disabledReason={waits} onClick={() => void take()}>
            Read it by this
          </Button>
        </>
      }
    >
      <ClipPointing
        files={files}
        rate={model.rate}
        followed={followed}
        others={others}
        known={known}
        onKnown={setKnown}
        before={<Problem>{problem}</Problem>}
      />
    </Shell>
  );
}
