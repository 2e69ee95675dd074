import type { LearnerDrills } from '@undulan/contract';
import { createDrill, type Drill, DRILL_FOR, FINDING_NAMES, type Trained } from '@undulan/core';
import { useMemo } from 'react';
import { drillName, sizeWords, trainedName } from '../../drills/index.ts';
import { useClassDrillsQuery } from '../../server-data/index.ts';
import { Button, type Column, LoadFailed, Table } from '../../ui/index.ts';

/** A size as it was seen; with its rate where that is not the usual one. */
const sizeAt = (of: Trained, { size, fps }: LearnerDrills['sees'][number]): string =>
  `${sizeWords(of, size)}${fps === createDrill('lands-later').fps ? '' : ` at ${fps} fps`}`;

/** Of what a learner's takes get wrong so many kinds are named. */
const NAMED = 4;

/** What the learners of a course see, beside what their latest takes get wrong. */
export function ClassDrills({ courseId, onSet }: { courseId: string; onSet: (drill: Drill) => void }) {
  const { data, error, refetch } = useClassDrillsQuery(courseId, { refetchOnMountOrArgChange: true });
  const columns = useMemo(() => columnsOf(data ?? []), [data]);
  const wanted = useMemo(() => wantedBy(data ?? []), [data]);
  if (error && !data) return <LoadFailed what="class’s drills" error={error} onRetry={() => void refetch()} />;
  if (!data || data.length === 0) return null;
  return (
    <section aria-label="The class" className="grid gap-2">
      <h2 className="text-base">The class: what it sees, and what its takes get wrong</h2>
      {wanted.length > 0 && (
        <p className="flex flex-wrap items-center gap-2 text-sm">
          Most takes would gain by
          {wanted.map(({ drill, learners }) => (
            <Button key={drillName(drill)} small onClick={() => onSet(drill)}>
              {drillName(drill)} ({learners})
            </Button>
          ))}
        </p>
      )}
      <div className="overflow-x-auto rounded-lg border border-rule bg-page">
        <Table label="The class" columns={columns} rows={data} rowId={({ learnerId }) => learnerId} />
      </div>
    </section>
  );
}

function columnsOf(data: readonly LearnerDrills[]): Column<LearnerDrills>[] {
  const trained = [...new Set(data.flatMap(({ sees }) => sees.map(({ of }) => of)))];
  const seen = ({ sees }: LearnerDrills, of: Trained) => sees.find((result) => result.of === of);
  return [
    {
      id: 'name',
      heading: 'Learner',
      names: true,
      cell: ({ learnerName }) => learnerName,
      sortBy: (row) => row.learnerName,
    },
    ...trained.map((of): Column<LearnerDrills> => ({
      id: of,
      heading: trainedName(of),
      figures: true,
      sortBy: (row) => seen(row, of)?.size ?? null,
      cell: (row) => {
        const result = seen(row, of);
        if (!result) return <span className="text-faint">–</span>;
        return result.guessed ? <span className="text-faint">guessed</span> : sizeAt(of, result);
      },
    })),
    {
      id: 'takes',
      heading: 'Latest takes get wrong',
      cell: ({ takes }) =>
        takes.length === 0 ? (
          <span className="text-faint">nothing read</span>
        ) : (
          takes
            .slice(0, NAMED)
            .map(({ kind, exercises }) => `${FINDING_NAMES[kind]}${exercises > 1 ? ` (${exercises})` : ''}`)
            .join(' · ')
        ),
      sortBy: ({ takes }) => -takes.length,
    },
  ];
}

/** Drills that answer what takes get wrong, those that most learners need first. */
function wantedBy(data: readonly LearnerDrills[]): { drill: Drill; learners: number }[] {
  const counts = new Map<string, { drill: Drill; learners: number }>();
  for (const { takes } of data) {
    const drills = new Map(
      takes.flatMap(({ kind }) => (DRILL_FOR[kind] ? [[drillName(DRILL_FOR[kind]), DRILL_FOR[kind]]] : [])),
    );
    for (const [name, drill] of drills) {
      const known = counts.get(name) ?? { drill, learners: 0 };
      counts.set(name, { drill, learners: known.learners + 1 });
    }
  }
  return [...counts.values()].sort((a, b) => b.learners - a.learners).slice(0, 3);
}
