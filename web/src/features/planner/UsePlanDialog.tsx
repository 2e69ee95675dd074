import { type Cue, type FrameRange, type Rate, runningSeconds } from '@undulan/core';
import { clsx } from 'clsx';
import { Plus } from 'lucide-react';
import { useNavigate } from 'react-router';
import { explain, useCreateExerciseMutation, useOverviewQuery } from '../../server-data/index.ts';
import { Button, Dialog, fixed, LoadFailed, Loading, ownRate, sayProblem } from '../../ui/index.ts';
import type { OfferedPlan } from '../setting/index.ts';

interface UsePlanDialogProps {
  courseId: string;
  rate: Rate;
  range: FrameRange;
  cues: Cue[];
  onClose: () => void;
}

/** Sends the plan's rate and range on to a new exercise or one of the course's. */
export function UsePlanDialog({ courseId, rate, range, cues, onClose }: UsePlanDialogProps) {
  const { data, error, refetch } = useOverviewQuery(courseId);
  const [create, { isLoading }] = useCreateExerciseMutation();
  const navigate = useNavigate();
  const goTo = (exerciseId: string, isNew: boolean): void => {
    const plan: OfferedPlan = { rate, range, cues, isNew };
    void navigate(`/exercises/${exerciseId}/setting`, { state: { plan } });
  };
  const setNew = async (): Promise<void> => {
    const answer = await create({ courseId, exercise: {} });
    if (answer.data) goTo(answer.data.id, true);
    else sayProblem(explain(answer.error));
  };
  return (
    <Dialog open onClose={onClose} title="Use this rate and range" actions={<Button onClick={onClose}>Not now</Button>}>
      <p className="figures mb-3 text-sm text-faint">
        {ownRate(rate)} fps · {range.first}–{range.last} · runs {fixed(runningSeconds(range, rate), 3)} s
        {cues.length > 0 && (
          <span className="block">
            cues on {cues.map((cue) => `${cue.frame}${cue.name && ` ${cue.name}`}`).join(', ')}
          </span>
        )}
      </p>
      <Button kind="main" disabled={isLoading} onClick={() => void setNew()}>
        <Plus size={15} /> In a new exercise
      </Button>
      <h3 className="mt-4 mb-1.5 text-sm">In an exercise of the course: what would change is shown first</h3>
      {data ? (
        <ul className="grid gap-1">
          {data.exercises.map((exercise) => (
            <li key={exercise.id}>
              <button
                type="button"
                onClick={() => goTo(exercise.id, false)}
                className={clsx(
                  'flex w-full items-baseline justify-between gap-3 rounded-md border border-rule px-3',
                  'py-1.5 text-left hover:border-accent',
                )}
              >
                <span className="font-semibold">{exercise.title}</span>
                <span className="figures text-xs text-faint">
                  now {ownRate(exercise.rate)} fps · {exercise.range.first}–{exercise.range.last}
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : error ? (
        <LoadFailed what="course" error={error} onRetry={() => void refetch()} />
      ) : (
        <Loading what="the exercises" />
      )}
    </Dialog>
  );
}
