import type { LedgerExercise } from '@undulan/contract';
import { barsOf, type Off, offsOf, quartilesOf, takesAt } from '@undulan/core';
import { clsx } from 'clsx';
import { BarChart } from 'echarts/charts';
import { MarkLineComponent } from 'echarts/components';
import { use as chartParts } from 'echarts/core';
import { useCallback, useMemo, useRef } from 'react';
import { type ChartPicture, DataChart, valueAxis } from '../../data-charts/index.ts';
import { ButtonGroup, type Column, cssColour, Select, signed, Table } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { ExerciseChoice, LearnerChoice, More } from './choices.tsx';
import { keyTolerances } from './key-tolerances.ts';
import { useLedger, useSeeTakes } from './ledger-context.tsx';
import { type LedgerView, useLedgerView } from './ledger-view.ts';
import { frameWords } from './ledger-words.ts';

chartParts([BarChart, MarkLineComponent]);

/** How wide a bar is, and how many there are at most to a side. */
const BARS = { keys: { width: 1, most: 12, unit: 'frames' }, spacing: { width: 1, most: 40, unit: '%' } } as const;

const keyName = ({ label, frame }: Off): string => (frame === null ? label : `${label}, ${frameWords(frame)}`);

/** Whether what is off lies within what its exercise allows. */
function withinTolerance(exercises: readonly LedgerExercise[], of: LedgerView['of']): (off: Off) => boolean {
  const keys = keyTolerances(exercises);
  const spacing = new Map(exercises.map(({ id, tolerances }) => [id, tolerances.spacingPercent]));
  return ({ exerciseId, subjectId, track, frame, off }) =>
    Math.abs(off) <=
    (of === 'spacing' || frame === null ? (spacing.get(exerciseId) ?? 0) : keys(exerciseId, subjectId, track, frame));
}

/** How far off keys and spacing are: a distribution over an exercise, a key, a learner; in brief its chart alone. */
export function HowFarOff({ brief = false }: { brief?: boolean }) {
  const ledger = useLedger();
  const [{ exerciseId, learnerId, key, of, which }, change] = useLedgerView();
  const see = useSeeTakes();
  const picture = useRef<ChartPicture>(null);
  const offs = useMemo(
    () =>
      offsOf(takesAt(ledger.takes, which), of).filter(
        (off) =>
          (exerciseId === '' || off.exerciseId === exerciseId) && (learnerId === '' || off.learnerId === learnerId),
      ),
    [ledger, which, of, exerciseId, learnerId],
  );
  const names = useMemo(() => [...new Set(offs.map(keyName))], [offs]);
  // Of another exercise, the key that the address has is none.
  const isKey = exerciseId !== '' && names.includes(key);
  const shown = useMemo(() => (isKey ? offs.filter((off) => keyName(off) === key) : offs), [offs, isKey, key]);
  const { width, most, unit } = BARS[of];
  const bars = useMemo(() => barsOf(shown, width, most), [shown, width, most]);
  const middle = useMemo(() => quartilesOf(shown.map(({ off }) => off)), [shown]);
  const right = useMemo(() => withinTolerance(ledger.exercises, of), [ledger, of]);
  const option = useCallback(() => {
    const faint = cssColour('var(--faint)');
    const series = { type: 'bar', stack: 'all', barCategoryGap: '8%', cursor: 'pointer' };
    return {
      grid: { left: 40, right: 16, top: 26, bottom: 42 },
      xAxis: {
        type: 'category',
        name: of === 'keys' ? 'frames early · late' : 'spacing error, % of the movement',
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: { color: faint },
        data: bars.map(({ from, to }) => signed((from + to) / 2, 0)),
        axisTick: { alignWithLabel: true },
        axisLabel: { color: faint },
      },
      yAxis: { ...valueAxis(), minInterval: 1 },
      series: [
        {
          ...series,
          name: 'within',
          itemStyle: { color: cssColour('var(--target)'), opacity: 0.6 },
          data: bars.map(({ offs }) => offs.filter(right).length),
          markLine: {
            symbol: 'none',
            silent: true,
            label: { formatter: 'on the target', color: faint },
            lineStyle: { color: cssColour('var(--ink)'), type: 'dashed' },
            data: of === 'keys' ? [{ xAxis: '0' }] : [],
          },
        },
        {
          ...series,
          name: 'beyond',
          itemStyle: { color: cssColour('var(--take)') },
          data: bars.map(({ offs }) => offs.filter((off) => !right(off)).length),
        },
      ],
    };
  }, [bars, of, right]);
  const takes = new Set(shown.map(({ takeId }) => takeId)).size;
  const learners = new Set(shown.map((off) => off.learnerId)).size;
  const title = isKey ? `How far off: ${key}` : 'How far off';
  const says = bars.map(({ from, to, offs: own }) => `${signed((from + to) / 2, 0)}: ${own.length}`).join(', ');
  const seeBar = (i: number): void => {
    const bar = bars[i];
    if (bar) see(`${title}, ${signed((bar.from + bar.to) / 2, 0)} ${unit}`, bar.takeIds);
  };
  return (
    <Card
      title={title}
      says={
        middle
          ? `${takes} ${takes === 1 ? 'take' : 'takes'} of ${learners} · median ${signed(middle.median, 1)}, ` +
            `middle half ${signed(middle.low, 1)} to ${signed(middle.high, 1)} ${unit}`
          : 'no take says anything of it'
      }
      tools={brief && <More view="far" />}
      choices={
        !brief && (
          <>
            <ButtonGroup
              label="How far off"
              apart
              value={of}
              choices={[
                { id: 'keys', label: 'keys' },
                { id: 'spacing', label: 'spacing' },
              ]}
              onChoose={(id) => change({ of: id, key: '' })}
            />
            <ButtonGroup
              label="Which takes"
              apart
              value={which}
              choices={[
                { id: 'first', label: 'first takes' },
                { id: 'latest', label: 'latest takes' },
              ]}
              onChoose={(id) => change({ which: id })}
            />
            <ExerciseChoice />
            {exerciseId !== '' && (
              <Select
                size="bar"
                aria-label="Key"
                value={isKey ? key : ''}
                choices={[
                  { id: '', label: of === 'keys' ? 'all keys' : 'all movements' },
                  ...names.map((name) => ({ id: name, label: name })),
                ]}
                onChoose={(id) => change({ key: id })}
              />
            )}
            <LearnerChoice everyone="all learners" />
          </>
        )
      }
      picture={picture}
      figures={() => [
        ['learner', 'exercise', 'movement', 'frame', `off, ${unit}`],
        ...shown.map((off) => [
          ledger.nameOf(off.learnerId),
          ledger.titleOf(off.exerciseId),
          off.label,
          off.frame,
          off.off,
        ]),
      ]}
    >
      {bars.length > 0 && (
        <div className={clsx('grid items-start gap-4', !brief && 'grid-cols-[minmax(0,1fr)_15rem]')}>
          <DataChart
            ref={picture}
            label={`${title}: ${says}`}
            option={option}
            className={clsx('w-full', brief ? 'h-56' : 'h-96')}
            onPick={(_, i) => seeBar(i)}
          />
          {!brief && (
            <div className="max-h-96 overflow-y-auto">
              <Table
                label={`${title}, in numbers`}
                className="w-full border-collapse text-xs"
                pad="px-2 py-1"
                columns={barColumns(unit, of === 'keys' ? 'Keys' : 'Movements')}
                rows={bars.flatMap((bar, i) => (bar.offs.length > 0 ? [{ ...bar, see: () => seeBar(i) }] : []))}
              />
            </div>
          )}
        </div>
      )}
    </Card>
  );
}

interface BarRow {
  from: number;
  to: number;
  offs: readonly Off[];
  takeIds: readonly string[];
  see: () => void;
}

function barColumns(unit: string, counted: string): Column<BarRow>[] {
  return [
    {
      id: 'off',
      heading: `Off, ${unit}`,
      figures: true,
      names: true,
      cell: ({ from, to }) => signed((from + to) / 2, 0),
    },
    { id: 'count', heading: counted, figures: true, cell: ({ offs }) => offs.length },
    {
      id: 'takes',
      heading: 'Takes',
      figures: true,
      cell: ({ takeIds, see }) => (
        <button type="button" className="rounded-sm text-accent hover:underline" onClick={see}>
          {takeIds.length}
        </button>
      ),
    },
  ];
}
