import { type ChannelId, freeSubjectId, type Key, type Look, type Point } from '@undulan/core';
import { useCallback } from 'react';
import { applyEdit, selectMotion, subjectSelected } from '../../editing/index.ts';
import { useAppDispatch, useAppStore } from '../../state/index.ts';
import { SHAPE_NAMES } from '../stage/index.ts';

interface NewSubject {
  name?: string;
  turn?: number;
  keys?: Partial<Record<ChannelId, Key[]>>;
}

/** Puts a new subject onto the stage, named by what it is, and chooses it. */
export function useNewSubject(): (look: Look, at: Point, options?: NewSubject) => void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  return useCallback(
    (look, at, { name = SHAPE_NAMES[look.shape], turn = 0, keys = {} } = {}) => {
      const motion = selectMotion(store.getState());
      if (!motion) return;
      const id = freeSubjectId(motion);
      const taken = new Set(motion.subjects.map((subject) => subject.name));
      let free = name;
      for (let number = 2; taken.has(free); number++) free = `${name} ${number}`;
      const place = { x: Math.round(at.x * 10) / 10, y: Math.round(at.y * 10) / 10 };
      const subject = { id, name: free.slice(0, 60), look, at: place, turn, keys };
      dispatch(applyEdit({ operation: 'addSubject', args: [subject] }));
      if (selectMotion(store.getState())?.subjects.some((other) => other.id === id)) dispatch(subjectSelected(id));
    },
    [dispatch, store],
  );
}
