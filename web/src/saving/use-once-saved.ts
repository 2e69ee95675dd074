import { useAppDispatch } from '../state/index.ts';
import { sayProblem } from '../ui/index.ts';
import { saveAll } from './save-work.ts';

/** Does something once all that is here is on the server; where it cannot be written, that is said instead. */
export function useOnceSaved(): (go: () => unknown) => Promise<void> {
  const dispatch = useAppDispatch();
  return async (go) => {
    if (await dispatch(saveAll())) await go();
    else sayProblem('Not everything is saved yet. Try again in a moment.');
  };
}
