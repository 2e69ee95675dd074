import { useSearchParams } from 'react-router';
import { useStored } from '../ui/index.ts';

/** A take among those that were chosen elsewhere to be looked at one after the other. */
export interface ChosenTake {
  takeId: string;
  learnerName: string;
  exerciseTitle: string;
  number: number;
}

interface ChosenTakes {
  /** What was chosen by, in words. */
  name: string;
  takes: readonly ChosenTake[];
}

const NAME = 'chosen-takes';
const MARK = 'among';
/** So many are gone through at most. */
export const MOST_CHOSEN = 500;

/** The address of a take as one of those that were chosen. */
export const chosenPath = (takeId: string): string => `/takes/${takeId}?${MARK}=chosen`;

/** Chooses takes to be gone through, and where that begins. */
export function useChooseTakes(): (chosen: ChosenTakes) => string | null {
  const [, store] = useStored<ChosenTakes | null>(NAME, null);
  return ({ name, takes }) => {
    const some = takes.slice(0, MOST_CHOSEN);
    store({ name, takes: some });
    return some[0] ? chosenPath(some[0].takeId) : null;
  };
}

/** Those a take was chosen among, where its address says so; null of none. */
export function useChosenTakes(takeId: string): ChosenTakes | null {
  const [chosen] = useStored<ChosenTakes | null>(NAME, null);
  const [params] = useSearchParams();
  const isAmong = params.get(MARK) === 'chosen' && chosen?.takes.some((take) => take.takeId === takeId);
  return isAmong ? chosen : null;
}
