import type { TakeView, WaitingTake } from '@undulan/contract';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useNavigate } from 'react-router';
import { Button } from '../../ui/index.ts';
import { filterWaiting, neighbours, useWaiting, useWaitingFilter } from './use-waiting.ts';

/** Those beside a take in the queue, as far as it is looked at. */
function useNeighbours(view: TakeView) {
  const data = useWaiting(view.courseId).data?.takes;
  const [filter] = useWaitingFilter();
  if (!data) return null;
  const filtered = filterWaiting(data, filter);
  // Reached from elsewhere, a take the filter keeps away stands among all of them.
  const waiting = filtered.some((take) => take.takeId === view.id) || view.state === 'returned' ? filtered : data;
  return { ...neighbours(waiting, view.id, view.handedInAt), count: waiting.length };
}

/** After a take is returned: on to the next that waits. */
export function NextTake({ view }: { view: TakeView }) {
  const beside = useNeighbours(view);
  const navigate = useNavigate();
  const next = beside && (beside.after ?? beside.before);
  if (!next) return null;
  return (
    <Button
      kind="main"
      tip={`${next.exerciseTitle}, take ${next.number}`}
      onClick={() => void navigate(`/takes/${next.takeId}`)}
    >
      On to {next.learnerName}
    </Button>
  );
}

/** To the take before or after in the queue, without going back to it. */
export function QueueSteps({ view }: { view: TakeView }) {
  const beside = useNeighbours(view);
  const navigate = useNavigate();
  if (!beside) return null;
  const { before, after, place, count } = beside;
  const step = (take: WaitingTake | undefined, label: string, none: string, Icon: typeof ChevronLeft) => (
    <Button
      square
      aria-label={label}
      tip={take && `${take.learnerName}, ${take.exerciseTitle}, take ${take.number}`}
      disabledReason={!take && none}
      onClick={() => take && void navigate(`/takes/${take.takeId}`)}
    >
      <Icon size={16} />
    </Button>
  );
  return (
    <span className="flex items-center gap-1">
      {step(before, 'Take before in the queue', 'None waits that is older.', ChevronLeft)}
      <span className="figures min-w-12 text-center text-xs text-faint">
        {place > 0 ? `${place} of ${count}` : `${count} wait`}
      </span>
      {step(after, 'Next take in the queue', 'None waits that is newer.', ChevronRight)}
    </span>
  );
}
