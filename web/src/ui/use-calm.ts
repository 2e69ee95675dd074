import { useEffect, useState } from 'react';

const CALM_MS = 150;

/** A value that, while it `waits`, follows only once it has not changed for a moment. */
export function useCalm<T>(value: T, waits: boolean): T {
  const [calm, setCalm] = useState(value);
  if (!waits && calm !== value) setCalm(value);
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => setCalm(value), CALM_MS);
    return () => clearTimeout(timer);
  }, [value, waits]);
  return waits ? calm : value;
}
