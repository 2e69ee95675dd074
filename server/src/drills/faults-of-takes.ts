import type { LearnerDrills } from '@undulan/contract';
import { type FindingKind, takesAt } from '@undulan/core';
import { takesOf } from '../ledger/takes-of-course.ts';

/** What the latest takes of each learner of a course get wrong: by learner, what is wrong in most exercises first. */
export async function faultsOfLatestTakes(courseId: string): Promise<Map<string, LearnerDrills['takes']>> {
  const counts = new Map<string, Map<FindingKind, number>>();
  for (const { learnerId, digest } of takesAt(await takesOf(courseId), 'latest')) {
    const known = counts.get(learnerId) ?? new Map<FindingKind, number>();
    counts.set(learnerId, known);
    for (const kind of new Set(digest.faults.map((fault) => fault.kind))) known.set(kind, (known.get(kind) ?? 0) + 1);
  }
  return new Map(
    Array.from(counts, ([learnerId, kinds]) => [
      learnerId,
      Array.from(kinds, ([kind, exercises]) => ({ kind, exercises })).sort((a, b) => b.exercises - a.exercises),
    ]),
  );
}
