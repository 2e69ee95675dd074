import type { DrillRun } from '@undulan/contract';
import type { Trained } from '@undulan/core';

/** One result of something trained, on its day. */
export interface SeenOnce {
  doneAt: string;
  size: number;
  low: number;
  high: number;
}

/** What was seen of one thing at one rate, first to last. */
export interface SeenOf {
  id: string;
  of: Trained;
  fps: number;
  points: SeenOnce[];
}

/** Results by what they are of and at which rate, what there is most of first; what was guessed says nothing. */
export function resultsBy(runs: readonly DrillRun[]): SeenOf[] {
  const by = new Map<string, SeenOf>();
  for (const { results, doneAt, guessed, fps } of runs.toReversed()) {
    if (guessed) continue;
    for (const { of, size, low, high } of results) {
      const id = `${of} ${fps}`;
      const known = by.get(id) ?? { id, of, fps, points: [] };
      by.set(id, known);
      known.points.push({ doneAt, size, low, high });
    }
  }
  return [...by.values()].sort((one, other) => other.points.length - one.points.length);
}
