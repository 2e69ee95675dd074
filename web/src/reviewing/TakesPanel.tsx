import type { SeriesTake } from '@undulan/contract';
import {
  compareReadings,
  CRITERION_IDS,
  CRITERION_LABELS,
  type CriterionId,
  type Finding,
  type Reading,
} from '@undulan/core';
import { clsx } from 'clsx';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { useSeriesQuery } from '../server-data/index.ts';
import { type Column, Empty, LoadFailed, Loading, Select, Table } from '../ui/index.ts';
import { FindingsList } from './FindingsList.tsx';

/**
 * All takes of a learner side by side: how each criterion went, and from an earlier one to this one what got better,
 * what did not, what is new.
 */
export function TakesPanel({ takeId }: { takeId: string }) {
  const { data, error, refetch } = useSeriesQuery(takeId);
  if (error && !data) return <LoadFailed what="takes" error={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the takes" />;
  return <Takes takeId={takeId} series={data} />;
}

type ScoreRow = CriterionId | 'findings' | 'grade';

function Takes({ takeId, series }: { takeId: string; series: readonly SeriesTake[] }) {
  const now = series.find(({ take }) => take.id === takeId)!;
  const others = series.filter(({ take, reading }) => take.id !== takeId && reading !== null);
  const before = others.findLast(({ take }) => take.number < now.take.number) ?? others[0];
  const [againstId, setAgainst] = useState<string | null>(null);
  const against = others.find(({ take }) => take.id === againstId) ?? before;
  const ids = CRITERION_IDS.filter((id) =>
    series.some(({ reading }) => reading?.criteria.some((criterion) => criterion.id === id)),
  );
  return (
    <div className="grid gap-3 pb-2 text-[13px]">
      <Table
        pad="py-1"
        columns={[
          {
            id: 'criterion',
            heading: 'Scores',
            names: true,
            cell: (row) => (row === 'grade' ? <b>Grade</b> : row === 'findings' ? 'Findings' : CRITERION_LABELS[row]),
          },
          ...series.map(({ take, reading }, i): Column<ScoreRow> => ({
            id: take.id,
            heading:
              take.id === takeId ? (
                <span className="text-ink">take {take.number}</span>
              ) : (
                <Link to={`/takes/${take.id}`} className="text-accent hover:underline">
                  take {take.number}
                </Link>
              ),
            figures: true,
            cell: (row) =>
              row === 'findings' ? (
                (reading?.findings.length ?? '–')
              ) : row === 'grade' ? (
                <span className="font-semibold">
                  {take.grade ??
                    (reading ? <span className="font-normal text-faint">proposed {reading.proposedGrade}</span> : '–')}
                </span>
              ) : (
                <Score score={scoreOf(reading, row)} before={i > 0 ? scoreOf(series[i - 1]!.reading, row) : null} />
              ),
          })),
        ]}
        rows={[...ids, 'findings', 'grade']}
        rowId={(row) => row}
      />
      {!against?.reading || !now.reading ? (
        <Empty title={series.length === 1 ? 'This is the only take' : 'Nothing to compare yet'}>
          What got better shows once another take is read.
        </Empty>
      ) : (
        <Change
          earlier={against.take.number < now.take.number ? against : now}
          later={against.take.number < now.take.number ? now : against}
        >
          {others.length > 1 && (
            <Select
              aria-label="Compared with"
              value={against.take.id}
              onChoose={setAgainst}
              size="bar"
              choices={others.map(({ take }) => ({ id: take.id, label: `compared with take ${take.number}` }))}
            />
          )}
        </Change>
      )}
    </div>
  );
}

function scoreOf(reading: Reading | null, id: Reading['criteria'][number]['id']): number | null {
  return reading?.criteria.find((criterion) => criterion.id === id)?.score ?? null;
}

/** A score, and how it went on from the take before. */
function Score({ score, before }: { score: number | null; before: number | null }) {
  if (score === null) return <>–</>;
  const by = before === null ? 0 : Math.round(score) - Math.round(before);
  return (
    <>
      {by !== 0 && (
        <span className={clsx('mr-1.5 text-xs', by > 0 ? 'text-target' : 'text-danger')}>
          {by > 0 ? '+' : '−'}
          {Math.abs(by)}
        </span>
      )}
      <span className="font-semibold">{Math.round(score)}</span>
    </>
  );
}

function Change({ earlier, later, children }: { earlier: SeriesTake; later: SeriesTake; children: ReactNode }) {
  const change = compareReadings(earlier.reading!, later.reading!);
  const parts: { title: string; findings: Finding[]; none: string }[] = [
    {
      title: `Gone since take ${earlier.take.number}`,
      findings: change.gone,
      none: 'Nothing that was found then is gone.',
    },
    { title: 'Still there', findings: change.stayed, none: 'Nothing of it is left.' },
    { title: `New in take ${later.take.number}`, findings: change.came, none: 'Nothing new.' },
  ];
  return (
    <>
      {children}
      {parts.map(({ title, findings, none }) => (
        <section key={title} aria-label={title}>
          <h4 className="pb-1 text-xs font-semibold text-faint">{title}</h4>
          {findings.length > 0 ? <FindingsList findings={findings} /> : <p className="text-faint">{none}</p>}
        </section>
      ))}
    </>
  );
}
