import type { Trained } from '../seeing/index.ts';
import { type Quartiles, quartilesOf } from './quartiles.ts';

/** What a drill said of a learner's eye about one thing. */
export interface SeenByLearner {
  learnerId: string;
  of: Trained;
  fps: number;
  /** When it was done, as an ISO date. */
  doneAt: string;
  /** The smallest difference that was seen, in the unit of what it is of. */
  size: number;
}

/** A stretch of time: the middle half of those who did a drill in it, and each of them. */
export interface SeenInPeriod {
  period: string;
  quartiles: Quartiles;
  learners: Map<string, number>;
}

/**
 * How a class's drills of one thing move over stretches of time, first to last: of each learner the latest in each.
 * `periodOf` gives the stretch of a moment, as words that sort by time. Stretches in which nobody did it are left out.
 */
export function drillsOverTime(seen: readonly SeenByLearner[], periodOf: (doneAt: string) => string): SeenInPeriod[] {
  const periods = new Map<string, Map<string, number>>();
  for (const { doneAt, learnerId, size } of seen.toSorted((a, b) => a.doneAt.localeCompare(b.doneAt))) {
    const period = periodOf(doneAt);
    const learners = periods.get(period) ?? new Map<string, number>();
    periods.set(period, learners.set(learnerId, size));
  }
  return Array.from(periods, ([period, learners]) => ({
    period,
    quartiles: quartilesOf([...learners.values()])!,
    learners,
  })).sort((a, b) => a.period.localeCompare(b.period));
}
