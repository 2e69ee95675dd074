import { useCallback, useRef } from 'react';

/** Does one work after another: each begins once the one before has ended, well or not. */
export function useInTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return useCallback((work) => {
    const next = last.current.then(work);
    last.current = next.catch(() => undefined);
    return next;
  }, []);
}
