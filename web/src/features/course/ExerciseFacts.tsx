import { formatRate, frameCount, type FrameRange, type Rate, runningSeconds } from '@undulan/core';
import { clsx } from 'clsx';
import { formatDue } from '../../ui/index.ts';

/** Rate, frames, running time and due date of an exercise in a line. */
export function ExerciseFacts({ rate, range, dueAt }: { rate: Rate; range: FrameRange; dueAt: string | null }) {
  return (
    <span className="figures text-xs text-faint">
      {formatRate(rate)} fps · {range.first}–{range.last}, {frameCount(range)} frames · runs{' '}
      {runningSeconds(range, rate).toFixed(3)} s
      {dueAt && (
        <>
          {' · '}
          <span className={clsx('whitespace-nowrap', new Date(dueAt) < new Date() ? 'text-danger' : 'text-ink')}>
            due {formatDue(dueAt)}
          </span>
        </>
      )}
    </span>
  );
}
