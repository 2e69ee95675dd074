import type { ReactNode } from 'react';
import { explain, isProblem } from '../server-data/index.ts';
import { Button } from './Button.tsx';

/** While a page's data is on its way. */
export function Loading({ what }: { what: string }) {
  return (
    <div role="status" className="grid h-full place-items-center p-8 text-faint">
      <p>Fetching {what} …</p>
    </div>
  );
}

/** When it did not come, with a way to try again. */
export function LoadFailed({ what, error, onRetry }: { what: string; error: unknown; onRetry: () => void }) {
  const gone = isProblem(error, 'not-found');
  return (
    <div role="alert" className="grid h-full place-items-center p-8">
      <div className="max-w-md text-center">
        <h2 className="mb-2 text-lg">{gone ? `There is no such ${what}` : `The ${what} could not be fetched`}</h2>
        <p className="mb-4 text-faint">{explain(error)}</p>
        {!gone && <Button onClick={onRetry}>Try again</Button>}
      </div>
    </div>
  );
}

interface FetchedProps<T> {
  /** Of what it could not be fetched. */
  what: string;
  /** What is on its way, where it is called otherwise. */
  loading?: string;
  query: { data?: T | undefined; error?: unknown; refetch: () => unknown };
  children: (data: T) => ReactNode;
}

/** What the server tells, once it is there; until then that it is on its way, or a way to try again. */
export function Fetched<T>({ what, loading = `the ${what}`, query, children }: FetchedProps<T>) {
  const { data, error, refetch } = query;
  if (data !== undefined) return children(data);
  if (error) return <LoadFailed what={what} error={error} onRetry={() => void refetch()} />;
  return <Loading what={loading} />;
}

/** Where there is nothing yet: why, and what to do. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="rounded-lg border border-dashed border-rule p-6 text-center">
      <p className="font-semibold">{title}</p>
      {children && <div className="mt-1 text-sm text-faint">{children}</div>}
    </div>
  );
}
