import type { Limits } from '@undulan/core';
import { HangingFields, SubjectFields, SubjectList, TimeFields } from '../../tools/scene/index.ts';

/** What of time and scene the exercise leaves to the learner; what it keeps is refused with its reason. */
export function OwnScene({ limits }: { limits: Limits }) {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      {(limits.rate || limits.range) && <TimeFields />}
      {limits.subjects && (
        <>
          <SubjectList />
          <SubjectFields />
          <HangingFields />
        </>
      )}
    </div>
  );
}

/** Whether there is anything of it to change. */
export function hasOwnScene({ rate, range, subjects }: Limits): boolean {
  return rate || range || subjects;
}
