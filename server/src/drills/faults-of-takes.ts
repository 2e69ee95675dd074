import type { LearnerDrills } from '@undulan/contract';
import { type FindingKind, READING_VERSION } from '@undulan/core';
import { QueryTypes } from 'sequelize';
import { ReadingModel } from '../readings/reading.model.ts';

/** Of each learner's latest take of each exercise its newest reading's kinds of findings, without its documents. */
const LATEST = `
  SELECT takes.learnerId AS learnerId, takes.exerciseId AS exerciseId,
    JSON_EXTRACT(readings.reading, '$.findings[*].kind') AS kinds
  FROM takes
  JOIN exercises ON exercises.id = takes.exerciseId AND exercises.courseId = :courseId
  JOIN readings ON readings.takeId = takes.id AND readings.state = 'read' AND readings.version = :version
  WHERE takes.number = (
    SELECT MAX(other.number) FROM takes other
    WHERE other.exerciseId = takes.exerciseId AND other.learnerId = takes.learnerId)
  ORDER BY readings.createdAt ASC`;

/** What the latest takes of each learner of a course get wrong: by learner, what is wrong in most exercises first. */
export async function faultsOfLatestTakes(courseId: string): Promise<Map<string, LearnerDrills['takes']>> {
  const rows = await ReadingModel.sequelize!.query<{ learnerId: string; exerciseId: string; kinds: unknown }>(LATEST, {
    replacements: { courseId, version: READING_VERSION },
    type: QueryTypes.SELECT,
  });
  // A take that was read again has the newest reading last.
  const newest = new Map(rows.map((row) => [`${row.learnerId} ${row.exerciseId}`, row]));
  const counts = new Map<string, Map<FindingKind, number>>();
  for (const { learnerId, kinds } of newest.values()) {
    const known = counts.get(learnerId) ?? new Map<FindingKind, number>();
    counts.set(learnerId, known);
    const found = (typeof kinds === 'string' ? JSON.parse(kinds) : kinds) as FindingKind[] | null;
    for (const kind of new Set(found)) known.set(kind, (known.get(kind) ?? 0) + 1);
  }
  return new Map(
    Array.from(counts, ([learnerId, kinds]) => [
      learnerId,
      Array.from(kinds, ([kind, exercises]) => ({ kind, exercises })).sort((a, b) => b.exercises - a.exercises),
    ]),
  );
}
