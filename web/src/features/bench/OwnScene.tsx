import type { Limits } from '@undulan/core';
import { ScenePanel, TimeFields } from '../../tools/scene/index.ts';

interface OwnSceneProps {
  limits: Limits;
  courseId: string;
}

/** What of time and scene the exercise leaves to the learner; what it keeps is refused with its reason. */
export function OwnScene({ limits, courseId }: OwnSceneProps) {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      {(limits.rate || limits.range) && <TimeFields />}
      {limits.subjects && <ScenePanel courseId={courseId} />}
    </div>
  );
}

/** Whether there is anything of it to change. */
export function hasOwnScene({ rate, range, subjects }: Limits): boolean {
  return rate || range || subjects;
}
