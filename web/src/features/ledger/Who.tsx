import { clsx } from 'clsx';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { type Column, INPUT, Select, Table, withMark } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { HowFarOff } from './HowFarOff.tsx';
import { useLedger } from './ledger-context.tsx';
import { type LedgerView, useLedgerView } from './ledger-view.ts';
import { OverTime } from './OverTime.tsx';
import { filterLearners, type LearnerRow, learnerRows, type Standing } from './standings.ts';

const ONLY = [
  { id: 'all', label: 'everyone' },
  { id: 'waits', label: 'whose takes wait' },
  { id: 'late', label: 'who are late' },
  { id: 'missing', label: 'who have not begun all' },
] as const satisfies { id: LedgerView['only']; label: string }[];

/** Who needs what, and in brief how far off they are and how they move. */
export function Who() {
  return (
    <div className="grid grid-cols-2 gap-3.5">
      <div className="col-span-2 min-w-0">
        <Learners />
      </div>
      <HowFarOff brief />
      <OverTime brief />
    </div>
  );
}

/** Learners by exercises: how each stands, and how their grades go. */
function Learners() {
  const ledger = useLedger();
  const [{ words, only }, change] = useLedgerView();
  const all = useMemo(() => learnerRows(ledger), [ledger]);
  const rows = useMemo(() => filterLearners(all, { words, only }), [all, words, only]);
  const columns = useMemo(
    () =>
      columnsOf(
        ledger.exercises.filter(({ published }) => published),
        Math.max(...all.map(({ name }) => name.length)),
      ),
    [ledger, all],
  );
  return (
    <Card
      title="Who"
      says="latest grade, takes so far, late; who needs you first"
      tools={
        <>
          <Select size="bar" aria-label="Only" value={only} choices={ONLY} onChoose={(id) => change({ only: id })} />
          <span className="w-40">
            <input
              type="search"
              aria-label="Find a learner"
              placeholder="find a learner"
              value={words}
              onChange={(event) => change({ words: event.target.value })}
              className={clsx(INPUT, 'h-7! text-xs!')}
            />
          </span>
        </>
      }
      figures={() => [
        ['name', ...ledger.exercises.map(({ title }) => title), 'mean of latest'],
        ...rows.map(({ name, standings, mean }) => [
          name,
          ...ledger.exercises.map(({ id }) => standings.get(id)?.grade ?? null),
          mean,
        ]),
      ]}
    >
      <Table
        label="Learners and exercises"
        className="w-full border-collapse text-sm"
        boxClassName="max-h-[28rem] overflow-auto"
        rowPx={ROW_PX}
        pad="px-1.5 py-1.5"
        columns={columns}
        rows={rows}
        rowId={({ id }) => id}
      />
      {rows.length === 0 && <p className="py-4 text-center text-sm text-faint">Nobody of the course is like that.</p>}
    </Card>
  );
}

/** As its cells make it. */
const ROW_PX = 35;

/** `longest`: of the names, in letters: the column stays as wide while rows come and go. */
function columnsOf(exercises: readonly { id: string; title: string }[], longest: number): Column<LearnerRow>[] {
  return [
    {
      id: 'name',
      heading: (
        <span className="inline-block text-left" style={{ minWidth: `${longest * 0.9}ch` }}>
          Learner
        </span>
      ),
      names: true,
      sortBy: ({ name }) => name,
      cell: ({ name }) => <span className="whitespace-nowrap">{name}</span>,
      className: 'sticky left-0 bg-page',
    },
    {
      id: 'trend',
      heading: 'Trend',
      sortBy: ({ mean }) => mean,
      cell: ({ name, trend }) => <Trend name={name} grades={trend} />,
    },
    ...exercises.map(({ id, title }): Column<LearnerRow> => ({
      id,
      heading: (
        <span title={title} className="inline-block max-w-16 truncate align-bottom">
          {title}
        </span>
      ),
      sortBy: ({ standings }) => standings.get(id)?.grade ?? null,
      cell: ({ name, standings }) => <Cell learner={name} exercise={title} standing={standings.get(id)} />,
    })),
  ];
}

interface CellProps {
  learner: string;
  exercise: string;
  standing: Standing | undefined;
}

/** The grade of the latest take, or that it waits; a dot a take. */
function Cell({ learner, exercise, standing }: CellProps) {
  if (!standing) return <span className="text-faint">–</span>;
  const { takes, latest, waits, grade } = standing;
  const says = waits ? `take ${latest.number} waits` : withMark(`grade ${grade ?? 'none'}`);
  return (
    <Link
      to={`/takes/${latest.id}`}
      aria-label={`${exercise}, ${learner}, ${says}${latest.late ? ', late' : ''}`}
      className={clsx(
        'figures inline-flex items-center gap-1.5 rounded-md border px-1.5 text-xs leading-5 whitespace-nowrap',
        waits ? 'border-take font-semibold text-take-ink' : 'border-transparent text-target hover:border-rule',
      )}
    >
      {waits ? `take ${latest.number}` : withMark(String(grade ?? '–'))}
      {latest.late && <span className="text-danger">late</span>}
      {!waits && (
        <span aria-hidden className="flex gap-0.5">
          {takes.slice(-4).map(({ id }) => (
            <span key={id} className={clsx('size-1 rounded-full', id === latest.id ? 'bg-target' : 'bg-rule')} />
          ))}
        </span>
      )}
    </Link>
  );
}

const [WIDTH_PX, HEIGHT_PX] = [78, 18];

/** Grades one after the other, 0 at the bottom and 100 at the top. */
function Trend({ name, grades }: { name: string; grades: readonly number[] }) {
  if (grades.length < 2) return <span className="text-xs text-faint">{grades.length === 1 ? 'one take' : ''}</span>;
  const places = grades.map((grade, i) => {
    const x = 2 + ((WIDTH_PX - 4) * i) / (grades.length - 1);
    return `${x.toFixed(1)},${(HEIGHT_PX - 2 - ((HEIGHT_PX - 4) * grade) / 100).toFixed(1)}`;
  });
  return (
    <svg
      role="img"
      aria-label={`${name}’s grades: ${grades.map(Math.round).join(', ')}`}
      width={WIDTH_PX}
      height={HEIGHT_PX}
      className="text-accent"
    >
      <title>{grades.map(Math.round).join(' → ')}</title>
      <polyline points={places.join(' ')} fill="none" stroke="currentColor" strokeWidth="1.75" />
    </svg>
  );
}
