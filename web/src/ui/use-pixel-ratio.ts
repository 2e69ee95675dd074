import { useSyncExternalStore } from 'react';

function subscribe(listener: () => void): () => void {
  // A query matches one ratio: at another, another is asked.
  let query: MediaQueryList;
  const changed = (): void => {
    ask();
    listener();
  };
  const ask = (): void => {
    query = matchMedia(`(resolution: ${devicePixelRatio}dppx)`);
    query.addEventListener('change', changed, { once: true });
  };
  ask();
  return () => query.removeEventListener('change', changed);
}

/** Pixels of the screen for one of the page, as they change with zoom and screen. */
export function usePixelRatio(): number {
  return useSyncExternalStore(subscribe, () => devicePixelRatio);
}
