import type { LedgerDrill } from '@undulan/contract';
import { requireReviewer } from '../access/access.ts';
import { outcomesIn } from '../drills/drill-outcomes.ts';
import { learnersInLedger } from './people-of-ledger.ts';

/** What drills said of the eyes of a course's learners, first to last; for its instructors and markers. */
export async function drillsOfCourse(personId: string, courseId: string): Promise<LedgerDrill[]> {
  await requireReviewer(personId, courseId);
  const [learners, runs] = await Promise.all([learnersInLedger(courseId), outcomesIn(courseId)]);
  const counts = new Set(learners.map(({ id }) => id));
  return runs
    .filter((run) => counts.has(run.personId) && !run.outcome!.guessed)
    .toReversed()
    .flatMap(({ personId: learnerId, fps, outcome, createdAt }) =>
      outcome!.results.map(({ of, size }) => ({ learnerId, of, size, fps, doneAt: createdAt.toISOString() })),
    );
}
