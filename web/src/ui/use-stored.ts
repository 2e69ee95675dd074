import { useCallback, useState } from 'react';

/** State kept in the browser under a name: the arrangement of a screen, not anybody's work. */
export function useStored<T>(name: string, initial: T): [T, (next: T) => void] {
  const key = `undulan:${name}`;
  const [value, setValue] = useState<T>(() => {
    const text = localStorage.getItem(key);
    if (text === null) return initial;
    try {
      return JSON.parse(text) as T;
    } catch {
      return initial;
    }
  });
  const store = useCallback(
    (next: T) => {
      localStorage.setItem(key, JSON.stringify(next));
      setValue(next);
    },
    [key],
  );
  return [value, store];
}
