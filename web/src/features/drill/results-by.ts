import type { DrillRun } from '@undulan/contract';
import type { DrillResult } from '@undulan/core';
import { byTrained } from '../../drills/index.ts';

/** One result of something trained, on its day. */
export type SeenOnce = DrillResult & Pick<DrillRun, 'doneAt' | 'fps'>;

/** What was seen of one thing at one rate, first to last. */
export interface SeenOf {
  id: string;
  of: DrillResult['of'];
  label: string;
  points: SeenOnce[];
}

/** Results by what they are of and at which rate, what there is most of first; what was guessed says nothing. */
export function resultsBy(runs: readonly DrillRun[]): SeenOf[] {
  const seen = runs
    .toReversed()
    .filter(({ guessed }) => !guessed)
    .flatMap(({ results, doneAt, fps }) => results.map((result): SeenOnce => ({ ...result, doneAt, fps })));
  return byTrained(seen).map(({ id, of, label, told }) => ({ id, of, label, points: told }));
}
