import type { WaitingTake } from '@undulan/contract';
import { clsx } from 'clsx';
import { formatDistanceToNow } from 'date-fns';
import { Link, useParams } from 'react-router';
import { TakeName } from '../../reviewing/index.ts';
import { useOverviewQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { Button, type Column, Empty, Fetched, INPUT, Select, Table, Tick } from '../../ui/index.ts';
import { filterWaiting, useWaiting, useWaitingFilter } from './use-waiting.ts';

/** What waits for review in a course, oldest first until a heading is pressed; the Desk goes on oldest first. */
export function WaitingPage() {
  const { courseId = '' } = useParams();
  const { data, error, refetch, showMore } = useWaiting(courseId, { fresh: true });
  const { data: course } = useOverviewQuery(courseId);
  return (
    <Shell
      hasHeading
      crumbs={[{ label: course?.title ?? 'Course', to: `/courses/${courseId}` }, { label: 'Waiting for review' }]}
      status={data && `${data.total} ${data.total === 1 ? 'take waits' : 'takes wait'}`}
    >
      <Fetched what="queue" query={{ data, error, refetch }}>
        {({ takes, total }) => <Queue waiting={takes} later={total - takes.length} onMore={showMore} />}
      </Fetched>
    </Shell>
  );
}

const COLUMNS: Column<WaitingTake>[] = [
  {
    id: 'handed in',
    heading: 'Handed in',
    sortBy: (take) => take.handedInAt,
    className: 'whitespace-nowrap',
    cell: (take) => (
      <>
        {formatDistanceToNow(take.handedInAt, { addSuffix: true })}
        {take.late && (
          <span className="ml-2 rounded-full border border-danger px-2 py-px text-[11px] text-danger">late</span>
        )}
      </>
    ),
  },
  {
    id: 'learner',
    heading: 'Learner',
    sortBy: (take) => take.learnerName,
    cell: (take) => (
      <Link
        to={`/takes/${take.takeId}`}
        className="font-semibold text-accent hover:underline"
        aria-label={`Review ${take.learnerName}, ${take.exerciseTitle}, take ${take.number}`}
      >
        {take.learnerName}
      </Link>
    ),
  },
  {
    id: 'exercise',
    heading: 'Exercise',
    sortBy: (take) => take.exerciseTitle,
    cell: (take) => take.exerciseTitle,
  },
  { id: 'take', heading: 'Take', figures: true, sortBy: (take) => take.number, cell: (take) => take.number },
  {
    id: 'title',
    heading: 'Title and tags',
    sortBy: (take) => take.title,
    cell: (take) => <TakeName title={take.title} tags={take.tags} />,
  },
  {
    id: 'findings',
    heading: 'Findings',
    figures: true,
    sortBy: (take) => (take.readingState === 'read' ? take.findings : null),
    cell: (take) =>
      take.readingState === 'read' ? (
        take.findings
      ) : (
        <span className="text-xs text-faint">{take.readingState === 'coming' ? 'being read' : 'not read'}</span>
      ),
  },
  {
    id: 'proposed',
    heading: 'Proposed',
    figures: true,
    sortBy: (take) => take.proposedGrade,
    cell: (take) => take.proposedGrade ?? '–',
  },
];

interface QueueProps {
  waiting: readonly WaitingTake[];
  /** How many came later and are not fetched. */
  later: number;
  onMore: () => void;
}

function Queue({ waiting, later, onMore }: QueueProps) {
  const [filter, setFilter] = useWaitingFilter();
  const exercises = [...new Map(waiting.map((take) => [take.exerciseId, take.exerciseTitle]))];
  // An exercise whose last take is reviewed filters nothing away.
  const inForce = exercises.some(([id]) => id === filter.exerciseId) ? filter : { ...filter, exerciseId: '' };
  const shown = filterWaiting(waiting, inForce);
  const hidden = waiting.length - shown.length;
  return (
    <div className="h-full overflow-y-auto">
      <div className="mx-auto max-w-5xl px-8 py-6">
        <h1 className="mb-3 text-xl">Waiting for review</h1>
        <div className="mb-3 flex flex-wrap items-center gap-3 text-sm">
          <Select
            aria-label="Exercise"
            value={inForce.exerciseId}
            onChoose={(choice) => setFilter({ exerciseId: choice })}
            className="w-64!"
            choices={[
              { id: '', label: 'all exercises' },
              ...exercises.map(([id, title]) => ({ id: id, label: title })),
            ]}
          />
          <input
            aria-label="Learner, title or tag"
            type="search"
            placeholder="learner, title or tag"
            value={filter.words}
            onChange={(event) => setFilter({ words: event.target.value })}
            className={clsx(INPUT, 'w-44!')}
          />
          <Tick checked={filter.lateOnly} onTick={(lateOnly) => setFilter({ lateOnly })}>
            late only
          </Tick>
          {hidden > 0 && (
            <span className="flex items-center gap-2 text-faint">
              {hidden} hidden
              <Button small kind="quiet" onClick={() => setFilter({ exerciseId: '', words: '', lateOnly: false })}>
                Show all
              </Button>
            </span>
          )}
        </div>
        {shown.length === 0 ? (
          <Empty title={waiting.length === 0 ? 'Nothing waits for review' : 'None of the waiting takes is like that'}>
            {waiting.length === 0
              ? 'A take comes here when a learner hands it in.'
              : 'Show all of them with the button above.'}
          </Empty>
        ) : (
          <div className="overflow-x-auto rounded-lg border border-rule bg-page">
            <Table
              pad="px-4 py-2.5"
              className="w-full border-collapse text-sm"
              rowClassName="hover:bg-shade"
              columns={COLUMNS}
              rows={shown}
              rowId={(take) => take.takeId}
            />
          </div>
        )}
        {later > 0 && (
          <p className="mt-3 flex items-center gap-3 text-sm text-faint">
            {later} more came later.
            <Button small onClick={onMore}>
              Show more of them
            </Button>
          </p>
        )}
      </div>
    </div>
  );
}
