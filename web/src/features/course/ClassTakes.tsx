import type { CourseOverview } from '@undulan/contract';
import { useMemo } from 'react';
import { ClassFiles } from '../../exports/index.ts';
import { useLazyReviewQuery, useLazyTakeQuery } from '../../server-data/index.ts';
import { classTakes } from './class-takes.ts';

/** The takes of a course to be saved, each as a clip with its reading. */
export function ClassTakes({ overview, onClose }: { overview: CourseOverview; onClose: () => void }) {
  const [take] = useLazyTakeQuery();
  const [review] = useLazyReviewQuery();
  const takes = useMemo(
    () =>
      classTakes(overview, async (id) => {
        const [view, said] = await Promise.all([take({ id }).unwrap(), review(id).unwrap()]);
        return { ...view, review: said };
      }),
    [overview, take, review],
  );
  return <ClassFiles title={overview.title} takes={takes} onClose={onClose} />;
}
