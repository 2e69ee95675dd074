import { type Quartiles } from '@undulan/core';
import { type ReactNode, useMemo, useRef } from 'react';
import type { ChartPicture } from '../../data-charts/index.ts';
import { type Column, fixed, Table } from '../../ui/index.ts';
import { Card } from './Card.tsx';
import { CourseLines } from './CourseLines.tsx';
import { useLedger } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';

/** An exercise or a week: the middle half of the class, and each learner in it. */
export interface ClassStep {
  id: string;
  title: string;
  quartiles: Quartiles;
  learners: ReadonlyMap<string, number>;
}

interface ClassStepsProps {
  title: string;
  /** What a step is, as a heading. */
  step: string;
  /** Of what the median is. */
  by: string;
  /** What is measured, and in what. */
  axis: string;
  steps: readonly ClassStep[];
  /** What is said where there is none. */
  none: string;
  tools?: ReactNode;
  choices?: ReactNode;
  /** Its chart alone. */
  brief?: boolean;
}

const shown = (value: number | undefined): string => (value === undefined ? '–' : fixed(value, 1));

/** How a class moves from step to step, and the learner that is chosen in it: as lines and as numbers. */
export function ClassSteps({ title, step, by, axis, steps, none, tools, choices, brief = false }: ClassStepsProps) {
  const ledger = useLedger();
  const [{ learnerId }] = useLedgerView();
  const picture = useRef<ChartPicture>(null);
  const learner = learnerId === '' ? null : ledger.nameOf(learnerId);
  const points = useMemo(
    () => steps.map((of) => ({ title: of.title, quartiles: of.quartiles, own: of.learners.get(learnerId) ?? null })),
    [steps, learnerId],
  );
  return (
    <Card
      title={title}
      says={`the class’s median and middle half, by ${by}${learner ? `; dashed: ${learner}` : ''}`}
      tools={tools}
      choices={choices}
      picture={picture}
      figures={() => [
        [step.toLowerCase(), 'quarter', 'median', 'three quarters', ...ledger.learners.map(({ name }) => name)],
        ...steps.map((of) => [
          of.title,
          of.quartiles.low,
          of.quartiles.median,
          of.quartiles.high,
          ...ledger.learners.map(({ id }) => of.learners.get(id) ?? null),
        ]),
      ]}
    >
      {steps.length === 0 ? (
        <p className="py-4 text-center text-sm text-faint">{none}</p>
      ) : (
        <>
          <CourseLines
            ref={picture}
            says={steps.map((of) => `${of.title} ${fixed(of.quartiles.median, 1)}`).join(', ')}
            axis={axis}
            points={points}
            ownName={learner}
            brief={brief}
          />
          {!brief && (
            <Table
              label={`${title}, in numbers`}
              className="w-full border-collapse text-xs"
              pad="px-2 py-1"
              columns={columnsOf(step, learner, learnerId)}
              rows={steps}
              rowId={({ id }) => id}
            />
          )}
        </>
      )}
    </Card>
  );
}

function columnsOf(step: string, learner: string | null, learnerId: string): Column<ClassStep>[] {
  const figure = (id: string, heading: string, of: (row: ClassStep) => number | undefined): Column<ClassStep> => ({
    id,
    heading,
    figures: true,
    sortBy: (row) => of(row) ?? null,
    cell: (row) => shown(of(row)),
  });
  return [
    { id: 'step', heading: step, names: true, cell: ({ title }) => title },
    figure('low', 'A quarter below', ({ quartiles }) => quartiles.low),
    figure('median', 'Median', ({ quartiles }) => quartiles.median),
    figure('high', 'Three quarters below', ({ quartiles }) => quartiles.high),
    { id: 'learners', heading: 'Learners', figures: true, cell: ({ learners }) => learners.size },
    ...(learner ? [figure('own', learner, ({ learners }) => learners.get(learnerId))] : []),
  ];
}
