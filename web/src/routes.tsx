import type { ReactNode } from 'react';
import { createBrowserRouter, useRouteError } from 'react-router';
import { type Store, takeIn } from './state/index.ts';

function Broken() {
  const error = useRouteError();
  return (
    <div role="alert" className="grid h-full place-items-center p-8 text-center">
      <div>
        <h1 className="text-xl">This page broke</h1>
        <p className="my-3 max-w-md text-faint">
          A fault of the program stopped it. What you made is kept: all up to the last “Saved” on the server, what came
          after in this browser. Load the page again to go on.
        </p>
        {error instanceof Error && <p className="mb-3 max-w-md text-xs text-faint">The fault: {error.message}</p>}
        <button
          type="button"
          className="rounded-md border border-rule bg-page px-3 py-1.5 text-sm hover:border-faint"
          onClick={() => location.reload()}
        >
          Load it again
        </button>
      </div>
    </div>
  );
}

/**
 * Every screen, fetched when it is first opened: who signs in fetches the door, who sees a course no strips and no
 * editor.
 */
const SCREENS = {
  '/': async () => (await import('./features/home/index.ts')).HomePage,
  '/installation': async () => (await import('./features/installation/index.ts')).InstallationPage,
  '/scripts': async () => (await import('./features/account/index.ts')).ScriptsPage,
  '/account': async () => (await import('./features/account/index.ts')).AccountPage,
  '/archive': async () => (await import('./features/account/index.ts')).ArchivePage,
  '/courses/:courseId': async () => (await import('./features/course/index.ts')).CoursePage,
  '/courses/:courseId/planner': async () => (await import('./features/planner/index.ts')).PlannerPage,
  '/courses/:courseId/drills': async () => (await import('./features/drill/index.ts')).DrillsPage,
  '/courses/:courseId/gallery': async () => (await import('./features/gallery/index.ts')).GalleryPage,
  '/gallery/:takeId': async () => (await import('./features/gallery/index.ts')).ShownTakePage,
  '/courses/:courseId/people': async () => (await import('./features/people/index.ts')).PeoplePage,
  '/courses/:courseId/ledger': async () => (await import('./features/ledger/index.ts')).LedgerPage,
  '/courses/:courseId/waiting': async () => (await import('./features/desk/index.ts')).WaitingPage,
  '/exercises/:exerciseId/setting': async () => (await import('./features/setting/index.ts')).SettingPage,
  '/exercises/:exerciseId/trial': async () => (await import('./features/bench/index.ts')).TrialPage,
  '/exercises/:exerciseId/clip': async () => (await import('./features/clip/index.ts')).ClipPage,
  '/exercises/:exerciseId/hand-out': async () => (await import('./features/setting/index.ts')).HandOutPage,
  '/drafts/:draftId': async () => (await import('./features/bench/index.ts')).BenchPage,
  '/lessons/:lessonId': async () => (await import('./features/lectern/index.ts')).LecternPage,
  '/lessons/:lessonId/notes': async () => (await import('./features/lectern/index.ts')).NotesPage,
  '/lessons/:lessonId/boards/:boardId/lanes/:laneId': async () =>
    (await import('./features/lectern/index.ts')).LanePage,
  '/sessions/:code': async () => (await import('./features/lectern/index.ts')).ClassPage,
  '/takes/:takeId/clip': async () => (await import('./features/clip/index.ts')).FollowAnewPage,
  '/takes/:takeId': async () => (await import('./features/take/index.ts')).TakePage,
  '*': async () => (await import('./features/home/index.ts')).NoSuchPage,
} as const satisfies Record<string, () => Promise<() => ReactNode>>;

export function createRouter(store: Store) {
  const lazily = (load: () => Promise<() => ReactNode>) => async () => {
    const Component = await load();
    takeIn(store);
    return { Component };
  };
  return createBrowserRouter([
    {
      errorElement: <Broken />,
      hydrateFallbackElement: <p className="p-8 text-faint">Loading the page …</p>,
      children: [
        { path: '/sign-in', lazy: lazily(async () => (await import('./features/sign-in/index.ts')).SignInPage) },
        { path: '/set-up', lazy: lazily(async () => (await import('./features/join/index.ts')).SetUpPage) },
        { path: '/forgotten', lazy: lazily(async () => (await import('./features/join/index.ts')).ForgottenPage) },
        {
          path: '/new-password/:code',
          lazy: lazily(async () => (await import('./features/join/index.ts')).NewPasswordPage),
        },
        { path: '/join/:code', lazy: lazily(async () => (await import('./features/join/index.ts')).JoinPage) },
        {
          lazy: lazily(async () => (await import('./shell/SignedInOnly.tsx')).SignedInOnly),
          children: Object.entries(SCREENS).map(([path, load]) => ({ path, lazy: lazily(load) })),
        },
      ],
    },
  ]);
}
