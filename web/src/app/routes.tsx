import { useState } from 'react';
import { createBrowserRouter, Navigate, Outlet, useParams, useRouteError, useSearchParams } from 'react-router';
import { BenchPage } from '../features/bench/index.ts';
import { CoursePage } from '../features/course/index.ts';
import { DeskPage, WaitingPage } from '../features/desk/index.ts';
import { ReviewPage } from '../features/review/index.ts';
import { SignInPage } from '../features/sign-in/index.ts';
import { Button, Empty, Loading, LoadFailed } from '../ui/index.ts';
import { useSessionQuery, useTakeQuery } from './api.ts';
import { isProblem } from './problem.ts';
import { Shell } from './Shell.tsx';

/** Everything behind the sign-in: asks who is there once and sends strangers to the door. */
function SignedInOnly() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  if (isLoading) return <Loading what="your courses" />;
  if (isProblem(error, 'not-signed-in')) return <Navigate to="/sign-in" replace />;
  if (!data) return <LoadFailed what="session" error={error} onRetry={() => void refetch()} />;
  return <Outlet />;
}

function Home() {
  const { data } = useSessionQuery();
  const [only, ...more] = data?.courses ?? [];
  if (only && more.length === 0) return <Navigate to={`/courses/${only.id}`} replace />;
  return (
    <Shell crumbs={[{ label: 'Courses' }]}>
      <div className="mx-auto max-w-2xl p-8">
        {data?.courses.length === 0 ? (
          <Empty title="You are in no course yet">Whoever runs this installation can enrol you: see “Accounts” in the README.</Empty>
        ) : (
          <ul className="grid gap-2">
            {data?.courses.map((course) => (
              <li key={course.id}>
                <a href={`/courses/${course.id}`} className="block rounded-lg border border-rule bg-page p-4 hover:border-faint">
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

/** One address for a take: the Desk for its instructors, the review for its learner. */
function TakePage() {
  const { takeId = '' } = useParams();
  const readingId = useSearchParams()[0].get('reading') ?? undefined;
  const [isComing, setComing] = useState(false);
  const { data, error, refetch } = useTakeQuery({ id: takeId, readingId }, { refetchOnMountOrArgChange: true, refetchOnFocus: true, pollingInterval: isComing ? ASK_EVERY_MS : 0 });
  const comes = data?.id === takeId && data.readingState === 'coming';
  if (comes !== isComing) setComing(comes);
  if (data?.id === takeId) return data.role === 'instructor' ? <DeskPage key={takeId} view={data} /> : <ReviewPage key={takeId} view={data} />;
  return <Shell crumbs={[{ label: 'Take' }]}>{error ? <LoadFailed what="take" error={error} onRetry={() => void refetch()} /> : <Loading what="the take" />}</Shell>;
}

function Broken() {
  const error = useRouteError();
  return (
    <div role="alert" className="grid h-full place-items-center p-8 text-center">
      <div>
        <h1 className="text-xl">This page broke</h1>
        <p className="my-3 max-w-md text-faint">{error instanceof Error ? error.message : 'Something unexpected happened.'} What was made before is saved.</p>
        <Button onClick={() => location.reload()}>Load it again</Button>
      </div>
    </div>
  );
}

function NoSuchPage() {
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

export const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    hydrateFallbackElement: <Loading what="the page" />,
    children: [
      { path: '/sign-in', element: <SignInPage /> },
      {
        element: <SignedInOnly />,
        children: [
          { path: '/', element: <Home /> },
          { path: '/courses/:courseId', element: <CoursePage /> },
          // Fetched when first opened: nobody needs the calculators to see a course.
          { path: '/courses/:courseId/planner', lazy: async () => ({ Component: (await import('../features/planner/index.ts')).PlannerPage }) },
          { path: '/courses/:courseId/waiting', element: <WaitingPage /> },
          // Only instructors set exercises: a learner never fetches the brief's editor.
          { path: '/exercises/:exerciseId/setting', lazy: async () => ({ Component: (await import('../features/setting/index.ts')).SettingPage }) },
          { path: '/exercises/:exerciseId/hand-out', lazy: async () => ({ Component: (await import('../features/setting/index.ts')).HandOutPage }) },
          { path: '/drafts/:draftId', element: <BenchPage /> },
          { path: '/takes/:takeId', element: <TakePage /> },
          { path: '*', element: <NoSuchPage /> },
        ],
      },
    ],
  },
]);
