import { useSyncExternalStore } from 'react';

let times = 0;
const listeners = new Set<() => void>();

// Environments without a screen have no fonts.
document.fonts?.addEventListener('loadingdone', () => {
  times += 1;
  listeners.forEach((listener) => listener());
});

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** How many times fonts have come: what is written on a canvas is written anew with them. */
export function useFontsLoaded(): number {
  return useSyncExternalStore(subscribe, () => times);
}
