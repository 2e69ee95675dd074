import { useCallback, useState } from 'react';

const nameOf = (name: string): string => `undulan:${name}`;

/** What was kept in the browser under a name, or `initial`. */
export function readStored<T>(name: string, initial: T): T {
  const text = localStorage.getItem(nameOf(name));
  if (text === null) return initial;
  try {
    return JSON.parse(text) as T;
  } catch {
    return initial;
  }
}

/** State kept in the browser under a name: the arrangement of a screen, not anybody's work. */
export function useStored<T>(name: string, initial: T): [T, (next: T) => void] {
  const [value, setValue] = useState<T>(() => readStored(name, initial));
  const store = useCallback(
    (next: T) => {
      localStorage.setItem(nameOf(name), JSON.stringify(next));
      setValue(next);
    },
    [name],
  );
  return [value, store];
}
