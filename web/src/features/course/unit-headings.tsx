import type { ExerciseSummary, Unit } from '@undulan/contract';
import { format } from 'date-fns';
import type { ReactNode } from 'react';

interface Arranged {
  units: readonly Unit[];
  exercises: readonly Pick<ExerciseSummary, 'unitId'>[];
}

/** A unit's days in words; empty where it has none. */
function daysOf({ from, to }: Unit): string {
  const day = (iso: string): string => format(`${iso}T00:00`, 'd MMM yyyy');
  if (from && to) return `${day(from)} to ${day(to)}`;
  return from ? `from ${day(from)}` : to ? `to ${day(to)}` : '';
}

/** What stands over the first exercise of each unit. */
export function unitHeadings({ units, exercises }: Arranged): (exercise: unknown, index: number) => ReactNode {
  return (_exercise, index) => {
    const { unitId } = exercises[index]!;
    const unit = unitId !== exercises[index - 1]?.unitId && units.find(({ id }) => id === unitId);
    if (!unit) return null;
    return (
      <>
        <span className="font-display text-[15px] font-bold">{unit.title}</span>
        <span className="ml-3 text-xs font-normal text-faint">{daysOf(unit)}</span>
      </>
    );
  };
}
