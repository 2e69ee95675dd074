import type { CourseOverview, ReviewedTake, TakeSummary } from '@undulan/contract';
import type { OfferedTake } from '../../exports/index.ts';
import { exportedTake } from '../../reviewing/index.ts';

/** Every take that is handed in in a course, in the order of its exercises and learners. */
export function classTakes(
  { exercises, learners, standings }: CourseOverview,
  fetchTake: (id: string) => Promise<ReviewedTake>,
): OfferedTake[] {
  return exercises.flatMap((exercise) =>
    learners.flatMap((learner) => {
      const takes = standings
        .filter(({ exerciseId, learnerId }) => exerciseId === exercise.id && learnerId === learner.id)
        .flatMap((standing) => standing.takes);
      const newest = Math.max(...takes.map(({ number }) => number));
      return takes.map(({ id, number }: TakeSummary): OfferedTake => ({
        exerciseId: exercise.id,
        exercise: exercise.title,
        learner: learner.name,
        number,
        isLatest: number === newest,
        fetch: async () => exportedTake(await fetchTake(id)),
      }));
    }),
  );
}
