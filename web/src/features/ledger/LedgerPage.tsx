import { useParams } from 'react-router';
import { useLedgerQuery, useSessionQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Empty, Fetched } from '../../ui/index.ts';
import { DrillsOverTime } from './DrillsOverTime.tsx';
import { HowFarOff } from './HowFarOff.tsx';
import { LedgerContext, useKnown } from './ledger-context.tsx';
import { useLedgerView, type ViewId, VIEWS } from './ledger-view.ts';
import { Marking } from './Marking.tsx';
import { OverTime } from './OverTime.tsx';
import { OwnCourse } from './OwnCourse.tsx';
import { TeachNext } from './TeachNext.tsx';
import { What } from './What.tsx';
import { Who } from './Who.tsx';

const VIEW_BUTTON =
  'rounded-md border border-rule bg-page px-3 py-1.5 text-sm hover:border-faint aria-[current=page]:border-accent ' +
  'aria-[current=page]:font-semibold aria-[current=page]:text-accent';

/** The ledger of a course: for a learner, of their own takes alone. */
export function LedgerPage() {
  const { courseId = '' } = useParams();
  const { data } = useSessionQuery();
  const role = data?.courses.find(({ id }) => id === courseId)?.role;
  return role === 'learner' ? <OwnCourse courseId={courseId} /> : <CourseLedger courseId={courseId} />;
}

/** A course as all its takes say it is: who, what, how far off, over time, how it is marked, and what to teach next. */
function CourseLedger({ courseId }: { courseId: string }) {
  const { data, error, refetch } = useLedgerQuery(courseId, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
  });
  const [{ view }, change] = useLedgerView();
  return (
    <Shell
      crumbs={[{ label: data?.title ?? 'Course', to: `/courses/${courseId}` }, { label: 'Ledger' }]}
      actions={
        <nav aria-label="Views" className="flex gap-2">
          {(Object.keys(VIEWS) as ViewId[]).map((id) => (
            <button
              key={id}
              type="button"
              aria-current={id === view ? 'page' : undefined}
              className={VIEW_BUTTON}
              onClick={() => change({ view: id })}
            >
              {VIEWS[id]}
            </button>
          ))}
        </nav>
      }
    >
      <Fetched what="ledger" query={{ data, error, refetch }}>
        {(data) => <Opened courseId={courseId} ledger={data} view={view} />}
      </Fetched>
    </Shell>
  );
}

interface OpenedProps {
  courseId: string;
  ledger: Parameters<typeof useKnown>[1];
  view: ViewId;
}

function Opened({ courseId, ledger, view }: OpenedProps) {
  const known = useKnown(courseId, ledger);
  if (known.takes.length === 0)
    return (
      <div className="mx-auto max-w-xl p-8">
        <Empty title="Nothing to say yet">The ledger fills as takes are handed in and read.</Empty>
      </div>
    );
  return (
    <LedgerContext value={known}>
      <div className="grid h-full min-h-0 grid-cols-[20rem_minmax(0,1fr)]">
        <TeachNext />
        <div className="min-h-0 overflow-y-auto px-4 py-3.5">
          {view === 'who' && <Who />}
          {view === 'what' && <What />}
          {view === 'far' && <HowFarOff />}
          {view === 'time' && (
            <div className="grid gap-3.5">
              <OverTime />
              <DrillsOverTime />
            </div>
          )}
          {view === 'marking' && <Marking />}
        </div>
      </div>
    </LedgerContext>
  );
}
