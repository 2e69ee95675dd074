import { lazy, type ReactElement, Suspense, useSyncExternalStore } from 'react';
import { anySaid, watchSaid } from './said.ts';

const Toasts = lazy(async () => ({ default: (await import('./Toasts.tsx')).Toasts }));

/** Where all of it is said; fetched when there is something to say. */
export function Messages(): ReactElement | null {
  const needed = useSyncExternalStore(watchSaid, anySaid);
  if (!needed) return null;
  return (
    <Suspense fallback={null}>
      <Toasts />
    </Suspense>
  );
}
