import type { LedgerDrill } from '@undulan/contract';
import { drillsOverTime } from '@undulan/core';
import { format, startOfWeek } from 'date-fns';
import { trainedName, unitOf } from '../../drills/index.ts';
import type { ClassStep } from './ClassSteps.tsx';

/** What drills say something of at one rate. */
export interface Seen {
  /** `lands-later 24`. */
  id: string;
  label: string;
  axis: string;
  drills: LedgerDrill[];
}

/** What a course's drills say something of, what there is most of first. */
export function seenIn(drills: readonly LedgerDrill[]): Seen[] {
  const seen = new Map<string, Seen>();
  for (const drill of drills) {
    const { of, fps } = drill;
    const id = `${of} ${fps}`;
    const label = `${trainedName(of)} at ${fps} fps`;
    const known = seen.get(id) ?? { id, label, axis: `${trainedName(of)} ${unitOf(of)}`, drills: [] };
    known.drills.push(drill);
    seen.set(id, known);
  }
  return [...seen.values()].sort((a, b) => b.drills.length - a.drills.length);
}

const weekOf = (at: string): string => format(startOfWeek(at, { weekStartsOn: 1 }), 'yyyy-MM-dd');

/** The weeks in which one of them was done, by the reader's own days. */
export const weeksOf = (seen: Seen): ClassStep[] =>
  drillsOverTime(seen.drills, weekOf).map(({ period, quartiles, learners }) => ({
    id: period,
    title: `Week of ${format(`${period}T00:00`, 'd MMM')}`,
    quartiles,
    learners,
  }));
