import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { ClassConnection, type ClassNow } from './class-connection.ts';

/** The line to a session while the page is open; null without a code. */
export function useClassConnection(code: string | null): ClassConnection | null {
  const line = useMemo(() => (code === null ? null : new ClassConnection(code)), [code]);
  useEffect(() => {
    line?.open();
    return () => line?.close();
  }, [line]);
  return line;
}

const never = (): (() => void) => () => undefined;

/** What is known of a session, anew whenever it is another. */
export function useClassNow(line: ClassConnection | null): ClassNow | null {
  return useSyncExternalStore(line?.subscribe ?? never, () => line?.now ?? null);
}
