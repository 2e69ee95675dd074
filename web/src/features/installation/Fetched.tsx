import type { ReactNode } from 'react';
import { LoadFailed, Loading } from '../../ui/index.ts';

interface FetchedProps<T> {
  what: string;
  query: { data?: T | undefined; error?: unknown; refetch: () => unknown };
  children: (data: T) => ReactNode;
}

/** What the server tells of the installation, once it is there. */
export function Fetched<T>({ what, query: { data, error, refetch }, children }: FetchedProps<T>) {
  if (data !== undefined) return children(data);
  if (error) return <LoadFailed what={what} error={error} onRetry={() => void refetch()} />;
  return <Loading what={`the ${what}`} />;
}

/** Every part is asked for anew when it is opened, or come back to. */
export const FRESH = { refetchOnMountOrArgChange: true, refetchOnFocus: true } as const;
