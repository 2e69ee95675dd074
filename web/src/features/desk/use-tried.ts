import type { ReviewedTake, TakeEdits } from '@undulan/contract';
import { applyChanges, readTake } from '@undulan/core';
import { useMemo } from 'react';

/** The take as some edits would make it, and read anew; as it was handed in where there are none. */
export function useTried(view: ReviewedTake, edits: TakeEdits['edits']): ReviewedTake {
  return useMemo(() => {
    if (edits.length === 0) return view;
    const motion = edits.reduce((now, { changes }) => {
      const applied = applyChanges(now, changes);
      return applied.ok ? applied.value : now;
    }, view.motion);
    const { target, tolerances, terms } = view;
    return { ...view, motion, reading: target && readTake({ motion: target, tolerances, ...terms }, motion) };
  }, [view, edits]);
}
