import type { LeftCourse } from '@undulan/contract';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { KeptStatus, useKeptChoice } from '../../saving/index.ts';
import { useLeftCoursesQuery, useStayInLedgerMutation } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { type Column, Empty, Fetched, Table, Tick, withMark } from '../../ui/index.ts';

/** What someone handed in in courses that they have left: it stays theirs to see and play. */
export function ArchivePage() {
  const query = useLeftCoursesQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <Shell hasHeading crumbs={[{ label: 'Your account', to: '/account' }, { label: 'Your archive' }]}>
      <Fetched what="archive" loading="your archive" query={query}>
        {(left) => (
          <div className="h-full overflow-y-auto">
            <div className="mx-auto grid max-w-4xl gap-8 px-8 py-6">
              <h1 className="text-xl">Your archive</h1>
              {left.length === 0 && (
                <Empty title="You have left no course">
                  What you hand in is at its course as long as you are in it.
                </Empty>
              )}
              {left.map((course) => (
                <Left key={course.courseId} course={course} />
              ))}
            </div>
          </div>
        )}
      </Fetched>
    </Shell>
  );
}

type LeftTake = LeftCourse['takes'][number];

const COLUMNS: Column<LeftTake>[] = [
  {
    id: 'exercise',
    heading: 'Exercise',
    names: true,
    sortBy: ({ exerciseTitle }) => exerciseTitle,
    cell: ({ id, exerciseTitle, number }) => (
      <Link to={`/takes/${id}`} className="rounded-sm text-accent underline">
        {exerciseTitle}, take {number}
      </Link>
    ),
  },
  {
    id: 'at',
    heading: 'Handed in',
    sortBy: ({ handedInAt }) => handedInAt,
    cell: ({ handedInAt }) => format(handedInAt, 'd MMM yyyy, HH:mm'),
  },
  {
    id: 'grade',
    heading: 'Grade',
    figures: true,
    sortBy: ({ grade }) => grade,
    cell: ({ state, grade }) =>
      state === 'returned' ? withMark(String(grade)) : <span className="text-faint">not returned</span>,
  },
];

function Left({ course: { courseId, title, leftAt, inLedger, takes } }: { course: LeftCourse }) {
  const [stay] = useStayInLedgerMutation();
  const { choice, status, change } = useKeptChoice(inLedger, (inLedger) => stay({ courseId, inLedger }));
  return (
    <section aria-label={title} className="grid gap-2">
      <div className="flex items-baseline gap-3">
        <h2 className="text-base">{title}</h2>
        <span className="text-sm text-faint">left on {format(leftAt, 'd MMMM yyyy')}</span>
      </div>
      {takes.length === 0 ? (
        <p className="text-sm text-faint">You handed in nothing there.</p>
      ) : (
        <>
          <div className="overflow-x-auto rounded-lg border border-rule bg-page">
            <Table
              label={`Takes of ${title}`}
              className="w-full border-collapse text-sm"
              columns={COLUMNS}
              rows={takes}
              rowId={({ id }) => id}
            />
          </div>
          <div className="flex items-center gap-3">
            <Tick className="text-sm" checked={choice} onTick={(stays) => change(() => stays)}>
              My takes stay among the figures of the course’s Ledger
            </Tick>
            <KeptStatus status={status} />
          </div>
        </>
      )}
    </section>
  );
}
