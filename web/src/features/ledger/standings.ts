import type { Ledger, LedgerTake } from '@undulan/contract';
import type { LedgerView } from './ledger-view.ts';

/** A learner's takes of one exercise, first to last. */
export interface Standing {
  takes: readonly LedgerTake[];
  latest: LedgerTake;
  waits: boolean;
  /** As it was returned; while it waits the latest that was. */
  grade: number | null;
}

/** A learner of a course: how they stand with each exercise, and how their grades go. */
export interface LearnerRow {
  id: string;
  name: string;
  standings: ReadonlyMap<string, Standing>;
  waiting: number;
  late: number;
  /** Exercises that are published and not begun. */
  missing: number;
  /** Grades of all takes that have one, in the order they were handed in; where none is given, as proposed. */
  trend: readonly number[];
  mean: number | null;
}

const gradeOf = (take: LedgerTake): number | null => take.grade ?? take.digest?.grade ?? null;

/** Each learner's row, who needs most first: what waits, then what is not begun, then by name. */
export function learnerRows({ learners, exercises, takes }: Ledger): LearnerRow[] {
  const byLearner = new Map<string, LedgerTake[]>(learners.map(({ id }) => [id, []]));
  for (const take of takes) byLearner.get(take.learnerId)?.push(take);
  return learners
    .map(({ id, name }): LearnerRow => {
      const own = byLearner.get(id)!;
      const standings = new Map<string, Standing>();
      for (const exercise of exercises) {
        const of = own.filter(({ exerciseId }) => exerciseId === exercise.id).sort((a, b) => a.number - b.number);
        const latest = of.at(-1);
        if (!latest) continue;
        const waits = latest.state === 'handed-in';
        const returned = of.findLast(({ state }) => state === 'returned');
        standings.set(exercise.id, { takes: of, latest, waits, grade: returned?.grade ?? null });
      }
      const all = [...standings.values()];
      const latest = all.flatMap((standing) => gradeOf(standing.latest) ?? []);
      return {
        id,
        name,
        standings,
        waiting: all.filter(({ waits }) => waits).length,
        late: all.filter((standing) => standing.latest.late).length,
        missing: exercises.filter((exercise) => exercise.published && !standings.has(exercise.id)).length,
        trend: own.toSorted((a, b) => a.handedInAt.localeCompare(b.handedInAt)).flatMap((take) => gradeOf(take) ?? []),
        mean: latest.length > 0 ? latest.reduce((sum, grade) => sum + grade, 0) / latest.length : null,
      };
    })
    .sort((a, b) => b.waiting - a.waiting || b.missing - a.missing || a.name.localeCompare(b.name));
}

/** Those that are looked for. */
export function filterLearners(
  rows: readonly LearnerRow[],
  { words, only }: Pick<LedgerView, 'words' | 'only'>,
): LearnerRow[] {
  const wanted = words.trim().toLowerCase();
  return rows.filter(
    ({ name, waiting, late, missing }) =>
      name.toLowerCase().includes(wanted) &&
      (only === 'all' ||
        (only === 'waits' && waiting > 0) ||
        (only === 'late' && late > 0) ||
        (only === 'missing' && missing > 0)),
  );
}
