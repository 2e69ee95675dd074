import { type GuidePath, type PathPoint } from '@undulan/core';
import { useCallback } from 'react';
import { applyEdit, selectMotion, selectSettledSubject } from '../../editing/index.ts';
import { useAppDispatch, useAppStore } from '../../state/index.ts';

/** Puts a guide path down; the selected subject goes onto it, and travels at once. */
export function useNewPath(): (points: readonly PathPoint[], closed: boolean, name?: string) => void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  return useCallback(
    (points, closed, name) => {
      const motion = selectMotion(store.getState());
      const subject = selectSettledSubject(store.getState());
      if (!motion || points.length < 2) return;
      const path: GuidePath = {
        id: `path-${crypto.randomUUID().slice(0, 8)}`,
        name: name?.trim().slice(0, 60) || `Path ${motion.guides.length + 1}`,
        closed,
        points: points.map(({ x, y, in: arriving, out }) => ({ x, y, in: arriving, out })),
      };
      const rider = subject && !subject.locked && !subject.guide ? subject.id : null;
      dispatch(applyEdit({ operation: 'drawGuide', args: [path, rider] }));
    },
    [dispatch, store],
  );
}
