import { useEffect, useState, type ReactNode } from 'react';
import { Navigate, Outlet, useParams, useSearchParams } from 'react-router';
import type { TakeView } from '@undulan/contract';
import { Tooltip } from 'radix-ui';
import { Empty, Loading, LoadFailed } from '../ui/index.ts';
import { useSessionQuery, useTakeQuery } from './api.ts';
import { isProblem } from './problem.ts';
import { Shell } from './Shell.tsx';
import { takeIn, useAppStore } from './store.ts';

/** Everything behind the sign-in: asks who is there once and sends strangers to the door. */
export function SignedInOnly() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  if (isLoading) return <Loading what="your courses" />;
  if (isProblem(error, 'not-signed-in')) return <Navigate to="/sign-in" replace />;
  if (!data) return <LoadFailed what="session" error={error} onRetry={() => void refetch()} />;
  return (
    <Tooltip.Provider>
      <Outlet />
    </Tooltip.Provider>
  );
}

export function Home() {
  const { data } = useSessionQuery();
  const [only, ...more] = data?.courses ?? [];
  if (only && more.length === 0) return <Navigate to={`/courses/${only.id}`} replace />;
  return (
    <Shell crumbs={[{ label: 'Courses' }]}>
      <div className="mx-auto max-w-2xl p-8">
        {data?.courses.length === 0 ? (
          <Empty title="You are in no course yet">
            Whoever runs this installation can enrol you: see “Accounts” in the README.
          </Empty>
        ) : (
          <ul className="grid gap-2">
            {data?.courses.map((course) => (
              <li key={course.id}>
                <a
                  href={`/courses/${course.id}`}
                  className="block rounded-lg border border-rule bg-page p-4 hover:border-faint"
                >
                  {course.title} <span className="text-faint">as {course.role}</span>
                </a>
              </li>
            ))}
          </ul>
        )}
      </div>
    </Shell>
  );
}

/** How often a take is asked for while its reading is coming. */
const ASK_EVERY_MS = 700;

type TakeScreen = (props: { view: TakeView }) => ReactNode;
/** The two screens of a take, each fetched for those who come to it. */
const TAKE_SCREENS: Record<TakeView['role'], () => Promise<TakeScreen>> = {
  instructor: async () => (await import('../features/desk/index.ts')).DeskPage,
  learner: async () => (await import('../features/review/index.ts')).ReviewPage,
};

/** One address for a take: the Desk for its instructors, the review for its learner. */
export function TakePage() {
  const { takeId = '' } = useParams();
  const readingId = useSearchParams()[0].get('reading') ?? undefined;
  const store = useAppStore();
  const [isComing, setComing] = useState(false);
  const [screen, setScreen] = useState<{ role: TakeView['role']; Screen: TakeScreen } | null>(null);
  const { data, error, refetch } = useTakeQuery(
    { id: takeId, readingId },
    { refetchOnMountOrArgChange: true, refetchOnFocus: true, pollingInterval: isComing ? ASK_EVERY_MS : 0 },
  );
  const comes = data?.id === takeId && data.readingState === 'coming';
  if (comes !== isComing) setComing(comes);
  const role = data?.role;
  useEffect(() => {
    if (!role) return;
    void TAKE_SCREENS[role]().then((Screen) => {
      takeIn(store);
      setScreen({ role, Screen });
    });
  }, [role, store]);
  if (data?.id === takeId && screen?.role === data.role) return <screen.Screen key={takeId} view={data} />;
  return (
    <Shell crumbs={[{ label: 'Take' }]}>
      {error ? <LoadFailed what="take" error={error} onRetry={() => void refetch()} /> : <Loading what="the take" />}
    </Shell>
  );
}

export function NoSuchPage() {
  return (
    <Shell crumbs={[{ label: 'No such page' }]}>
      <div className="mx-auto max-w-xl p-8">
        <Empty title="There is no page at this address">
          <a href="/" className="text-accent underline">
            To your courses
          </a>
        </Empty>
      </div>
    </Shell>
  );
}
