import { useEffect, useId, useSyncExternalStore } from 'react';

/** The fields in which something stands that does not count yet. */
const fields = new Set<string>();
const listeners = new Set<() => void>();

const tell = (): void => listeners.forEach((listener) => listener());

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Says of a field whether something stands in it that does not count yet. */
export function useSayTyping(isTyped: boolean): void {
  const field = useId();
  useEffect(() => {
    if (!isTyped) return undefined;
    fields.add(field);
    tell();
    return () => {
      fields.delete(field);
      tell();
    };
  }, [isTyped, field]);
}

/** Whether something stands in any field that does not count yet: no one is told then that all is saved. */
export function useIsTyping(): boolean {
  return useSyncExternalStore(subscribe, () => fields.size > 0);
}
