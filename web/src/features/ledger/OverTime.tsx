import { CLASS_MEASURES, formatFixed, type OverTime as Step, overTime } from '@undulan/core';
import { useMemo, useRef } from 'react';
import type { ChartPicture } from '../../data-charts/index.ts';
import { type Column, Select, Table } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { LearnerChoice, More } from './choices.tsx';
import { CourseLines, measureName } from './CourseLines.tsx';
import { useLedger } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';

const shown = (value: number | undefined): string => (value === undefined ? '–' : formatFixed(value, 1));

/** How a class and each learner in it move from exercise to exercise; in brief its chart alone. */
export function OverTime({ brief = false }: { brief?: boolean }) {
  const ledger = useLedger();
  const [{ measure, learnerId }, change] = useLedgerView();
  const picture = useRef<ChartPicture>(null);
  const steps = useMemo(
    () => overTime(ledger.exerciseIds, ledger.takes, measure).filter(({ quartiles }) => quartiles !== null),
    [ledger, measure],
  );
  const { titleOf } = ledger;
  const learner = learnerId === '' ? null : ledger.nameOf(learnerId);
  const points = useMemo(
    () =>
      steps.map(({ exerciseId, quartiles, learners }) => ({
        title: titleOf(exerciseId),
        quartiles,
        own: learners.get(learnerId) ?? null,
      })),
    [steps, titleOf, learnerId],
  );
  const says = steps
    .map(({ exerciseId, quartiles }) => `${titleOf(exerciseId)} ${formatFixed(quartiles!.median, 1)}`)
    .join(', ');
  return (
    <Card
      title="Over time"
      says={`the class’s median and middle half, by latest takes${learner ? `; dashed: ${learner}` : ''}`}
      tools={brief && <More view="time" />}
      choices={
        !brief && (
          <>
            <Select
              size="bar"
              aria-label="Measure"
              value={measure}
              choices={CLASS_MEASURES.map((id) => ({ id, label: measureName(id) }))}
              onChoose={(id) => change({ measure: id })}
            />
            <LearnerChoice everyone="no one learner" />
          </>
        )
      }
      picture={picture}
      figures={() => [
        ['exercise', 'quarter', 'median', 'three quarters', ...ledger.learners.map(({ name }) => name)],
        ...steps.map(({ exerciseId, quartiles, learners }) => [
          titleOf(exerciseId),
          quartiles!.low,
          quartiles!.median,
          quartiles!.high,
          ...ledger.learners.map(({ id }) => learners.get(id) ?? null),
        ]),
      ]}
    >
      {steps.length === 0 ? (
        <p className="py-4 text-center text-sm text-faint">No take that is read says anything of it.</p>
      ) : (
        <>
          <CourseLines ref={picture} says={says} measure={measure} points={points} ownName={learner} brief={brief} />
          {!brief && (
            <Table
              label="Over time, in numbers"
              className="w-full border-collapse text-xs"
              pad="px-2 py-1"
              columns={stepColumns(titleOf, learner, learnerId)}
              rows={steps}
              rowId={({ exerciseId }) => exerciseId}
            />
          )}
        </>
      )}
    </Card>
  );
}

function stepColumns(titleOf: (id: string) => string, learner: string | null, learnerId: string): Column<Step>[] {
  const figure = (id: string, heading: string, of: (step: Step) => number | undefined): Column<Step> => ({
    id,
    heading,
    figures: true,
    sortBy: (step) => of(step) ?? null,
    cell: (step) => shown(of(step)),
  });
  return [
    { id: 'exercise', heading: 'Exercise', names: true, cell: ({ exerciseId }) => titleOf(exerciseId) },
    figure('low', 'A quarter below', ({ quartiles }) => quartiles?.low),
    figure('median', 'Median', ({ quartiles }) => quartiles?.median),
    figure('high', 'Three quarters below', ({ quartiles }) => quartiles?.high),
    { id: 'learners', heading: 'Learners', figures: true, cell: ({ learners }) => learners.size },
    ...(learner ? [figure('own', learner, ({ learners }) => learners.get(learnerId))] : []),
  ];
}
