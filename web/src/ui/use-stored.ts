import { useCallback, useState, useSyncExternalStore } from 'react';

const nameOf = (name: string): string => `undulan:${name}`;

/** What was read last of each name, so that the same text is the same value. */
const read = new Map<string, { text: string; value: unknown }>();
const listeners = new Set<() => void>();

/** What was kept in the browser under a name, or `initial`. */
export function readStored<T>(name: string, initial: T): T {
  const text = localStorage.getItem(nameOf(name));
  if (text === null) return initial;
  const known = read.get(name);
  if (known?.text === text) return known.value as T;
  try {
    const value = JSON.parse(text) as T;
    read.set(name, { text, value });
    return value;
  } catch {
    return initial;
  }
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/**
 * State kept in the browser under a name, the same wherever it is used: the arrangement of a screen, or what is being
 * written and is not sent yet. Null keeps nothing.
 */
export function useStored<T>(name: string, initial: T): [T, (next: T) => void] {
  const [start] = useState(initial);
  const value = useSyncExternalStore(subscribe, () => readStored(name, start));
  const store = useCallback(
    (next: T) => {
      if (next === null) localStorage.removeItem(nameOf(name));
      else localStorage.setItem(nameOf(name), JSON.stringify(next));
      listeners.forEach((listener) => listener());
    },
    [name],
  );
  return [value, store];
}
