import type { UsedNote } from '@undulan/contract';
import { ScatterChart } from 'echarts/charts';
import { MarkLineComponent } from 'echarts/components';
import { use as chartParts } from 'echarts/core';
import { useCallback, useMemo, useRef } from 'react';
import { type ChartPicture, DataChart, valueAxis } from '../../data-charts/index.ts';
import { type Column, cssColour, fixed, Table, withMark } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { ExerciseChoice } from './choices.tsx';
import { useLedger, useSeeTakes } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';
import { hoursWords, isReturned, type Marked, markedOf } from './marking.ts';

chartParts([ScatterChart, MarkLineComponent]);

const NOTE_COLUMNS: Column<UsedNote>[] = [
  { id: 'text', heading: 'Note', names: true, sortBy: ({ text }) => text, cell: ({ text }) => text },
  { id: 'times', heading: 'Times', figures: true, sortBy: ({ times }) => times, cell: ({ times }) => times },
  {
    id: 'learners',
    heading: 'Learners',
    figures: true,
    sortBy: ({ learners }) => learners,
    cell: ({ learners }) => learners,
  },
  {
    id: 'exercises',
    heading: 'Exercises',
    figures: true,
    sortBy: ({ exercises }) => exercises,
    cell: ({ exercises }) => exercises,
  },
];

/** How marking went: what was proposed beside what was given, how long it took, how much was said. */
export function Marking() {
  const ledger = useLedger();
  const [{ exerciseId }] = useLedgerView();
  const see = useSeeTakes();
  const picture = useRef<ChartPicture>(null);
  const { titleOf } = ledger;
  const returned = useMemo(
    () =>
      ledger.takes.filter(
        (take) =>
          isReturned(take) && take.digest && take.grade !== null && (!exerciseId || take.exerciseId === exerciseId),
      ),
    [ledger, exerciseId],
  );
  const rows = useMemo(
    () => markedOf(ledger.exerciseIds, ledger.takes).filter((row) => !exerciseId || row.exerciseId === exerciseId),
    [ledger, exerciseId],
  );
  const option = useCallback(() => {
    const axis = { ...valueAxis(), min: 0, max: 100, nameLocation: 'middle' };
    return {
      grid: { left: 52, right: 20, top: 14, bottom: 44 },
      xAxis: { ...axis, name: 'proposed', nameGap: 26 },
      yAxis: { ...axis, name: 'given', nameGap: 32 },
      series: [
        {
          name: 'takes',
          type: 'scatter',
          symbolSize: 10,
          cursor: 'pointer',
          itemStyle: { color: cssColour('var(--take)'), opacity: 0.75 },
          data: returned.map(({ digest, grade }) => [Math.round(digest!.grade), grade]),
          markLine: {
            symbol: 'none',
            silent: true,
            lineStyle: { color: cssColour('var(--faint)'), type: 'dashed' },
            label: { show: false },
            data: [[{ coord: [0, 0] }, { coord: [100, 100] }]],
          },
        },
      ],
    };
  }, [returned]);
  const says = returned.map(({ digest, grade }) => withMark(`${Math.round(digest!.grade)} and ${grade}`)).join(', ');
  const columns: Column<Marked>[] = [
    { id: 'exercise', heading: 'Exercise', names: true, cell: (row) => titleOf(row.exerciseId) },
    {
      id: 'returned',
      heading: 'Returned',
      figures: true,
      sortBy: (row) => row.returned,
      cell: (row) => (
        <button
          type="button"
          aria-label={`See the ${row.returned} returned of ${titleOf(row.exerciseId)}`}
          className="rounded-sm text-accent hover:underline"
          onClick={() => see(`Marking: ${titleOf(row.exerciseId)}`, row.takeIds)}
        >
          {row.returned}
        </button>
      ),
    },
    {
      id: 'difference',
      heading: 'Given − proposed',
      figures: true,
      sortBy: (row) => row.difference,
      cell: ({ difference }) => (difference === null ? '–' : fixed(difference, 0)),
    },
    { id: 'as', heading: 'As proposed', figures: true, sortBy: (row) => row.asProposed, cell: (row) => row.asProposed },
    {
      id: 'hours',
      heading: 'Time to return',
      figures: true,
      sortBy: (row) => row.hours,
      cell: ({ hours }) => (hours === null ? '–' : hoursWords(hours)),
    },
    {
      id: 'notes',
      heading: 'Notes a take',
      figures: true,
      sortBy: (row) => row.notes,
      cell: ({ notes }) => fixed(notes, 1),
    },
  ];
  return (
    <Card
      title="How marking went"
      says="grades proposed and given; press a take to open it"
      tools={<ExerciseChoice />}
      picture={picture}
      figures={() => [
        ['learner', 'exercise', 'take', 'proposed', 'given', 'notes', 'handed in', 'returned'],
        ...returned.map(({ learnerId, exerciseId: of, number, digest, grade, notes, handedInAt, returnedAt }) => [
          ledger.nameOf(learnerId),
          titleOf(of),
          number,
          digest!.grade,
          grade,
          notes,
          handedInAt,
          returnedAt,
        ]),
      ]}
    >
      {rows.length === 0 ? (
        <p className="py-4 text-center text-sm text-faint">Nothing is returned here yet.</p>
      ) : (
        <div className="grid grid-cols-[19rem_minmax(0,1fr)] items-start gap-5">
          <DataChart
            ref={picture}
            label={`Proposed and given: ${says}`}
            option={option}
            className="h-72 w-full"
            onPick={(_, i) => returned[i] && see('Marking', [returned[i].id])}
          />
          <div className="overflow-x-auto">
            <Table
              label="Marking, in numbers"
              className="w-full border-collapse text-sm"
              pad="px-1.5 py-1.5"
              columns={columns}
              rows={rows}
              rowId={(row) => row.exerciseId}
            />
          </div>
        </div>
      )}
      {ledger.notesUsed.length > 0 && (
        <div className="grid gap-1">
          <h3 className="text-sm font-semibold">Notes used most</h3>
          <Table
            label="Notes used most"
            className="w-full border-collapse text-sm"
            pad="px-1.5 py-1"
            columns={NOTE_COLUMNS}
            rows={ledger.notesUsed}
            rowId={({ text }) => text}
          />
        </div>
      )}
    </Card>
  );
}
