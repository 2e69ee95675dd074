import type { TakeView } from '@undulan/contract';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useNavigate } from 'react-router';
import { chosenPath, type ChosenTake, useChosenTakes } from '../../reviewing/index.ts';
import { Button } from '../../ui/index.ts';
import { filterWaiting, neighbours, useWaiting, useWaitingFilter } from './use-waiting.ts';

/** The takes before and after one, among those it was chosen with or those that wait. */
interface Beside {
  before: ChosenTake | undefined;
  after: ChosenTake | undefined;
  /** From 1; 0 of one that is not among them. */
  place: number;
  count: number;
  pathOf: (takeId: string) => string;
  /** What they were chosen by; null of the queue. */
  chosenBy: string | null;
}

/** Those beside a take: among what it was chosen with, else in the queue, as far as that is looked at. */
function useNeighbours(view: TakeView): Beside | null {
  const chosen = useChosenTakes(view.id);
  const data = useWaiting(view.courseId).data?.takes;
  const [filter] = useWaitingFilter();
  if (chosen) {
    const at = chosen.takes.findIndex(({ takeId }) => takeId === view.id);
    const [before, after] = [chosen.takes[at - 1], chosen.takes[at + 1]];
    const { name: chosenBy } = chosen;
    return { before, after, place: at + 1, count: chosen.takes.length, pathOf: chosenPath, chosenBy };
  }
  if (!data) return null;
  const filtered = filterWaiting(data, filter);
  // Reached from elsewhere, a take the filter keeps away stands among all of them.
  const waiting = filtered.some((take) => take.takeId === view.id) || view.state === 'returned' ? filtered : data;
  const pathOf = (takeId: string): string => `/takes/${takeId}`;
  return { ...neighbours(waiting, view.id, view.handedInAt), count: waiting.length, pathOf, chosenBy: null };
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
      onClick={() => void navigate(beside.pathOf(next.takeId))}
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
  const { before, after, place, count, pathOf, chosenBy } = beside;
  const step = (take: ChosenTake | undefined, label: string, none: string, Icon: typeof ChevronLeft) => (
    <Button
      square
      aria-label={label}
      tip={take && `${take.learnerName}, ${take.exerciseTitle}, take ${take.number}`}
      disabledReason={!take && none}
      onClick={() => take && void navigate(pathOf(take.takeId))}
    >
      <Icon size={16} />
    </Button>
  );
  return (
    <span className="flex items-center gap-1">
      {step(
        before,
        chosenBy ? 'Take before of those chosen' : 'Take before in the queue',
        chosenBy ? 'It is the first of those chosen.' : 'None waits that is older.',
        ChevronLeft,
      )}
      <span className="figures min-w-12 text-center text-xs text-faint" title={chosenBy ?? undefined}>
        {place > 0 ? `${place} of ${count}` : `${count} wait`}
      </span>
      {step(
        after,
        chosenBy ? 'Next take of those chosen' : 'Next take in the queue',
        chosenBy ? 'It is the last of those chosen.' : 'None waits that is newer.',
        ChevronRight,
      )}
    </span>
  );
}
