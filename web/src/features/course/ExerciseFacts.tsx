import { frameCount, type FrameRange, type Rate, runningSeconds } from '@undulan/core';
import { clsx } from 'clsx';
import { isPast } from 'date-fns';
import { fixed, formatDue, ownRate } from '../../ui/index.ts';

/** Rate, frames, running time and due date of an exercise in a line. */
export function ExerciseFacts({ rate, range, dueAt }: { rate: Rate; range: FrameRange; dueAt: string | null }) {
  return (
    <span className="figures text-xs text-faint">
      {ownRate(rate)} fps · {range.first}–{range.last}, {frameCount(range)} frames · runs{' '}
      {fixed(runningSeconds(range, rate), 3)} s
      {dueAt && (
        <>
          {' · '}
          <span className={clsx('whitespace-nowrap', isPast(dueAt) ? 'text-danger' : 'text-ink')}>
            due {formatDue(dueAt)}
          </span>
        </>
      )}
    </span>
  );
}
