import { Tooltip } from 'radix-ui';
import { Navigate, Outlet } from 'react-router';
import { isKnownHere, isProblem, useSessionQuery } from '../server-data/index.ts';
import { applyMark, LoadFailed, Loading } from '../ui/index.ts';

/** Everything behind the sign-in: asks who is there once and sends strangers to the door. */
export function SignedInOnly() {
  // Who never signed in here need not be asked for.
  const isKnown = isKnownHere();
  const { data, error, isLoading, refetch } = useSessionQuery(undefined, { skip: !isKnown });
  if (!isKnown) return <Navigate to="/sign-in" replace />;
  if (isLoading) return <Loading what="your courses" />;
  if (isProblem(error, 'not-signed-in')) return <Navigate to="/sign-in" replace />;
  if (!data) return <LoadFailed what="session" error={error} onRetry={() => void refetch()} />;
  applyMark(data.decimalMark);
  return (
    <Tooltip.Provider>
      {/* Numbers that are on the screen are written anew when they are to be written otherwise. */}
      <Outlet key={data.decimalMark} />
    </Tooltip.Provider>
  );
}
