import type { WaitingTake } from '@undulan/contract';
import { useWaitingQuery } from '../../server-data/index.ts';
import { useStored } from '../../ui/index.ts';

export interface WaitingFilter {
  exerciseId: string;
  /** Part of a learner's name, or of a take's title or tags. */
  words: string;
  lateOnly: boolean;
}

const ALL: WaitingFilter = { exerciseId: '', words: '', lateOnly: false };

/** What waits in a course, as many pages of it as were asked for, remembered from page to page. */
export function useWaiting(courseId: string, options: { fresh?: boolean } = {}) {
  const [pages, setPages] = useStored('waiting-pages', 1);
  const { fresh = false } = options;
  const query = useWaitingQuery({ courseId, pages }, { refetchOnMountOrArgChange: fresh, refetchOnFocus: fresh });
  return { ...query, showMore: () => setPages(pages + 1) };
}

/** Which of the waiting takes are looked at, remembered from page to page. */
export function useWaitingFilter(): [WaitingFilter, (part: Partial<WaitingFilter>) => void] {
  const [filter, setFilter] = useStored<WaitingFilter>('waiting-filter', ALL);
  return [filter, (part) => setFilter({ ...filter, ...part })];
}

export function filterWaiting(
  waiting: readonly WaitingTake[],
  { exerciseId, words, lateOnly }: WaitingFilter,
): WaitingTake[] {
  const wanted = words.trim().toLowerCase();
  return waiting.filter(
    (take) =>
      (exerciseId === '' || take.exerciseId === exerciseId) &&
      [take.learnerName, take.title, ...take.tags].some((text) => text.toLowerCase().includes(wanted)) &&
      (!lateOnly || take.late),
  );
}

/** The takes before and after one in the queue, oldest first; also of one that is no longer in it. */
export function neighbours(
  waiting: readonly WaitingTake[],
  takeId: string,
  handedInAt: string,
): { before: WaitingTake | undefined; after: WaitingTake | undefined; place: number } {
  const at = waiting.findIndex((take) => take.takeId === takeId);
  if (at >= 0) return { before: waiting[at - 1], after: waiting[at + 1], place: at + 1 };
  const next = waiting.findIndex((take) => take.handedInAt > handedInAt);
  const place = next < 0 ? waiting.length : next;
  return { before: waiting[place - 1], after: waiting[place], place: 0 };
}
