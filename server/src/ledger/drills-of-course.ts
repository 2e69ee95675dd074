import type { LedgerDrill } from '@undulan/contract';
import { requireReviewer } from '../access/access.ts';
import { DrillRunModel } from '../drills/drill.model.ts';
import { workOutDrills } from '../drills/drill-outcomes.ts';
import { learnersInLedger } from './people-of-ledger.ts';

/** What drills said of the eyes of a course's learners, first to last; for its instructors and markers. */
export async function drillsOfCourse(personId: string, courseId: string): Promise<LedgerDrill[]> {
  await requireReviewer(personId, courseId);
  await workOutDrills({ courseId });
  const learners = await learnersInLedger(courseId);
  const runs = await DrillRunModel.findAll({
    where: { courseId, personId: learners.map(({ id }) => id) },
    attributes: ['personId', 'fps', 'outcome', 'createdAt'],
    order: [['createdAt', 'ASC']],
  });
  return runs.flatMap(({ personId: learnerId, fps, outcome, createdAt }) =>
    outcome!.guessed
      ? []
      : outcome!.results.map(({ of, size }) => ({ learnerId, of, size, fps, doneAt: createdAt.toISOString() })),
  );
}
