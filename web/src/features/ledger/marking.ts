import type { LedgerTake } from '@undulan/contract';
import { quartilesOf } from '@undulan/core';
import { formatDistanceStrict } from 'date-fns';

const HOUR_MS = 3_600_000;

/** How an exercise was marked; in hours, points and notes a take. */
export interface Marked {
  exerciseId: string;
  returned: number;
  /** Given less proposed, in the middle; null where nothing was proposed. */
  difference: number | null;
  /** From handing in to returning, in the middle. */
  hours: number | null;
  notes: number;
  /** Returned takes whose grade was given as it was proposed. */
  asProposed: number;
  takeIds: string[];
}

export const isReturned = (take: LedgerTake): boolean => take.state === 'returned' && take.returnedAt !== null;

/** How the takes of each exercise were marked, as far as any was returned. */
export function markedOf(exerciseIds: readonly string[], takes: readonly LedgerTake[]): Marked[] {
  return exerciseIds.flatMap((exerciseId): Marked[] => {
    const own = takes.filter((take) => take.exerciseId === exerciseId && isReturned(take));
    if (own.length === 0) return [];
    const differences = own.flatMap(({ grade, digest }) =>
      grade === null || !digest ? [] : grade - Math.round(digest.grade),
    );
    const hours = own.map((take) => (Date.parse(take.returnedAt!) - Date.parse(take.handedInAt)) / HOUR_MS);
    return [
      {
        exerciseId,
        returned: own.length,
        difference: quartilesOf(differences)?.median ?? null,
        hours: quartilesOf(hours)?.median ?? null,
        notes: own.reduce((sum, { notes }) => sum + notes, 0) / own.length,
        asProposed: differences.filter((difference) => difference === 0).length,
        takeIds: own.map(({ id }) => id),
      },
    ];
  });
}

/** A span of hours in the unit it is told in. */
export const hoursWords = (hours: number): string => formatDistanceStrict(0, hours * HOUR_MS);
