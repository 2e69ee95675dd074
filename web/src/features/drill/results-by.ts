import type { DrillRun } from '@undulan/contract';
import type { Trained } from '@undulan/core';

/** One result of something trained, on its day. */
export interface SeenOnce {
  doneAt: string;
  size: number;
  low: number;
  high: number;
}

/** Results by what they are of, first to last; what was guessed says nothing. */
export function resultsBy(runs: readonly DrillRun[]): Map<Trained, SeenOnce[]> {
  const by = new Map<Trained, SeenOnce[]>();
  for (const { results, doneAt, guessed } of runs.toReversed()) {
    if (guessed) continue;
    for (const { of, size, low, high } of results) by.set(of, [...(by.get(of) ?? []), { doneAt, size, low, high }]);
  }
  return by;
}
