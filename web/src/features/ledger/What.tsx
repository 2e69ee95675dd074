import { type CommonFault, commonFaults, withUnit } from '@undulan/core';
import { BarChart } from 'echarts/charts';
import { use as chartParts } from 'echarts/core';
import { useCallback, useMemo, useRef } from 'react';
import { type ChartPicture, DataChart, valueAxis } from '../../data-charts/index.ts';
import { Button, type Column, cssColour, fixed, Table } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { ExerciseChoice } from './choices.tsx';
import { NO_BOARD, useLedger, useOpenBoard, useSeeTakes } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';

chartParts([BarChart]);

/** So many bars are drawn; the table has all. */
const MOST_BARS = 12;

/** Faults that are common: each kind by exercise, in latest takes, by how much, and whether it goes away. */
export function What() {
  const ledger = useLedger();
  const [{ exerciseId }] = useLedgerView();
  const see = useSeeTakes();
  const picture = useRef<ChartPicture>(null);
  const { titleOf } = ledger;
  const rows = useMemo(
    () => commonFaults(ledger.takes).filter((fault) => exerciseId === '' || fault.exerciseId === exerciseId),
    [ledger, exerciseId],
  );
  const bars = useMemo(() => rows.filter(({ learnerIds }) => learnerIds.length > 0).slice(0, MOST_BARS), [rows]);
  const nameOf = useCallback(
    ({ name, exerciseId: of }: CommonFault) => (exerciseId === '' ? `${name} · ${titleOf(of)}` : name),
    [exerciseId, titleOf],
  );
  const option = useCallback(
    () => ({
      grid: { left: 250, right: 24, top: 4, bottom: 24 },
      xAxis: { ...valueAxis(), minInterval: 1 },
      yAxis: {
        type: 'category',
        inverse: true,
        data: bars.map(nameOf),
        axisTick: { show: false },
        axisLabel: { color: cssColour('var(--ink)'), width: 236, overflow: 'truncate' },
      },
      series: [
        {
          name: 'learners',
          type: 'bar',
          barMaxWidth: 16,
          cursor: 'pointer',
          itemStyle: { color: cssColour('var(--take)') },
          data: bars.map(({ learnerIds }) => learnerIds.length),
        },
      ],
    }),
    [bars, nameOf],
  );
  const says = bars.map((bar) => `${nameOf(bar)} ${bar.learnerIds.length}`).join(', ');
  const pick = (i: number): void => {
    const bar = bars[i];
    if (bar) see(nameOf(bar), bar.takeIds);
  };
  return (
    <Card
      title="What is common"
      says="in latest takes; press a bar to go through them"
      tools={<ExerciseChoice />}
      picture={picture}
      figures={() => [
        ['fault', 'exercise', 'learners', 'of', 'typically off', 'unit', 'tried again', 'lost it'],
        ...rows.map(({ name, exerciseId: of, learnerIds, learners, typical, triedAgain, gone }) => [
          name,
          titleOf(of),
          learnerIds.length,
          learners,
          typical?.off ?? null,
          typical?.unit ?? '',
          triedAgain,
          gone,
        ]),
      ]}
    >
      {bars.length > 0 && (
        <div style={{ height: 30 + 22 * bars.length }}>
          <DataChart
            ref={picture}
            label={`Learners: ${says}`}
            option={option}
            className="h-full w-full"
            onPick={(_, i) => pick(i)}
          />
        </div>
      )}
      {rows.length === 0 && <p className="py-4 text-center text-sm text-faint">No take has a fault here.</p>}
      {rows.length > 0 && <Faults rows={rows} nameOf={nameOf} />}
    </Card>
  );
}

function Faults({ rows, nameOf }: { rows: readonly CommonFault[]; nameOf: (fault: CommonFault) => string }) {
  const { titleOf, mayTeach } = useLedger();
  const see = useSeeTakes();
  const open = useOpenBoard();
  const columns: Column<CommonFault>[] = [
    { id: 'name', heading: 'Fault', names: true, sortBy: ({ name }) => name, cell: ({ name }) => name },
    {
      id: 'exercise',
      heading: 'Exercise',
      sortBy: ({ exerciseId }) => titleOf(exerciseId),
      cell: ({ exerciseId }) => titleOf(exerciseId),
    },
    {
      id: 'learners',
      heading: 'Learners',
      figures: true,
      sortBy: ({ learnerIds, learners }) => learnerIds.length / learners,
      cell: ({ learnerIds, learners }) => `${learnerIds.length} of ${learners}`,
    },
    {
      id: 'typical',
      heading: 'Typically off',
      figures: true,
      sortBy: ({ typical }) => typical?.off ?? null,
      cell: ({ typical }) => (typical && typical.off > 0 ? withUnit(fixed(typical.off, 1), typical.unit) : '–'),
    },
    {
      id: 'gone',
      heading: 'Next take',
      sortBy: ({ gone, triedAgain }) => (triedAgain > 0 ? gone / triedAgain : null),
      cell: ({ gone, triedAgain }) => (triedAgain > 0 ? `${gone} of ${triedAgain} lost it` : 'none yet'),
    },
    {
      id: 'leads',
      heading: '',
      cell: (fault) =>
        fault.takeIds.length > 0 && (
          <span className="flex justify-end gap-1.5">
            <Button small onClick={() => see(nameOf(fault), fault.takeIds)}>
              See the takes
            </Button>
            <Button
              small
              aria-label={`Open ${nameOf(fault)} as a board`}
              disabledReason={!mayTeach && NO_BOARD}
              onClick={() => void open(nameOf(fault), fault.takeIds)}
            >
              As a board
            </Button>
          </span>
        ),
    },
  ];
  return (
    <div className="overflow-x-auto">
      <Table
        label="Common faults"
        className="w-full border-collapse text-sm"
        pad="px-2 py-1.5"
        columns={columns}
        rows={rows}
        rowId={({ exerciseId, kind }) => `${exerciseId} ${kind}`}
      />
    </div>
  );
}
