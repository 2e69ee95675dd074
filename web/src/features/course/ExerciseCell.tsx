import type { ExerciseSummary } from '@undulan/contract';
import { Copy } from 'lucide-react';
import { Link } from 'react-router';
import { Button, formatDue } from '../../ui/index.ts';
import { ExerciseFacts } from './ExerciseFacts.tsx';
import { ExerciseMenu } from './ExerciseMenu.tsx';
import { ExerciseThumb } from './ExerciseThumb.tsx';
import { useCopyExercise } from './use-copy-exercise.ts';

interface ExerciseCellProps {
  courseId: string;
  exercise: ExerciseSummary;
  /** How many were handed in. */
  takes: number;
  /** A marker sees it, and sets nothing. */
  mayChange: boolean;
}

/** An exercise in the list of those who teach: its picture, name, facts, and what can be done with it. */
export function ExerciseCell({ courseId, exercise, takes, mayChange }: ExerciseCellProps) {
  const { id, title, published, opensAt, rate, range, dueAt } = exercise;
  return (
    <div className="flex items-center gap-3">
      <ExerciseThumb exerciseId={id} widthPx={84} />
      <div className="min-w-0">
        {mayChange ? (
          <>
            <Link to={`/exercises/${id}/setting`} className="rounded-sm text-[15px] font-semibold hover:underline">
              {title}
            </Link>
            <CopyExercise courseId={courseId} exerciseId={id} title={title} />
            <ExerciseMenu exercise={exercise} takes={takes} />
          </>
        ) : (
          <span className="text-[15px] font-semibold">{title}</span>
        )}
        {!published && (
          <span className="ml-2 rounded-full border border-ochre px-2 py-px text-[11px] text-ochre">
            {opensAt ? `opens ${formatDue(opensAt)}` : 'not published'}
          </span>
        )}
        <br />
        <ExerciseFacts rate={rate} range={range} dueAt={dueAt} />
      </div>
    </div>
  );
}

/** A copy of an exercise, by one press. */
function CopyExercise({ courseId, exerciseId, title }: { courseId: string; exerciseId: string; title: string }) {
  const { copy, isLoading } = useCopyExercise(courseId);
  return (
    <Button
      kind="quiet"
      square
      small
      className="ml-1 align-middle text-faint"
      aria-label={`Copy ${title}`}
      tip="Set another exercise from a copy of this one"
      disabled={isLoading}
      onClick={() => void copy(exerciseId)}
    >
      <Copy size={13} />
    </Button>
  );
}
