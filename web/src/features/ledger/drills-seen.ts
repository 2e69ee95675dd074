import type { LedgerDrill } from '@undulan/contract';
import { drillsOverTime } from '@undulan/core';
import { format, startOfWeek } from 'date-fns';
import type { ClassStep } from './ClassSteps.tsx';

const weekOf = (at: string): string => format(startOfWeek(at, { weekStartsOn: 1 }), 'yyyy-MM-dd');

/** The weeks in which one of them was done, by the reader's own days. */
export const weeksOf = (drills: readonly LedgerDrill[]): ClassStep[] =>
  drillsOverTime(drills, weekOf).map(({ period, quartiles, learners }) => ({
    id: period,
    title: `Week of ${format(`${period}T00:00`, 'd MMM')}`,
    quartiles,
    learners,
  }));
