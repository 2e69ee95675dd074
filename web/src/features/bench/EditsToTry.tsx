import { applyChanges, type Change, invertChanges, type MotionDocument, sameData } from '@undulan/core';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useTakeEditsQuery } from '../../server-data/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, withMark } from '../../ui/index.ts';

/** Whether an edit can be put into the motion, is in it, or neither: what it changes has been changed since. */
function standingOf(motion: MotionDocument, changes: readonly Change[]): 'open' | 'in' | 'changed' {
  const without = applyChanges(motion, invertChanges(changes));
  const again = without.ok ? applyChanges(without.value, changes) : without;
  if (again.ok && sameData(again.value, motion)) return 'in';
  return applyChanges(motion, changes).ok ? 'open' : 'changed';
}

/** The fewest edits that would have put a take right: each can be put into the draft, and taken out of it again. */
export function EditsToTry({ takeId, number }: { takeId: string; number: number }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { currentData } = useTakeEditsQuery({ id: takeId, readingId: null });
  if (!currentData || (currentData.edits.length === 0 && !currentData.why)) return null;
  const { edits, why } = currentData;
  return (
    <section aria-label={`Edits for take ${number}`} className="mt-5">
      <h3 className="mb-2 text-sm">What would put take {number} right</h3>
      {why && <p className="text-[13px] text-faint">{why}</p>}
      <ol className="grid gap-2">
        {edits.map(({ sentence, changes, left }, i) => {
          const standing = standingOf(motion, changes);
          const isIn = standing === 'in';
          return (
            <li key={i} className="flex items-start gap-2 rounded-md border border-rule p-2 text-[13px]">
              <span className="figures w-4 shrink-0 text-xs font-semibold">{i + 1}</span>
              <p className="min-w-0 flex-1">
                {withMark(sentence)}
                <span className="block text-xs text-faint">
                  {left === 0
                    ? 'With it nothing is left.'
                    : `With it ${left} ${left === 1 ? 'thing is' : 'things are'} left.`}
                </span>
              </p>
              {standing === 'changed' ? (
                <span className="shrink-0 text-xs text-faint">{i > 0 ? 'after those before' : 'changed since'}</span>
              ) : (
                <Button
                  small
                  aria-label={`${isIn ? 'Take back' : 'Try'}: ${sentence}`}
                  onClick={() =>
                    dispatch(applyEdit({ operation: 'tryEdit', args: [isIn ? invertChanges(changes) : changes] }))
                  }
                >
                  {isIn ? 'Take back' : 'Try it'}
                </Button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
