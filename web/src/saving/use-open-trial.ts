import { EMPTY_HISTORY, type MotionDocument } from '@undulan/core';
import { useEffect } from 'react';
import { closed, opened } from '../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';

/** Opens a motion to be tried out: it stays in this tab, and is gone with the page. Gives whether it is open. */
export function useOpenTrial(id: string, start: MotionDocument | undefined): boolean {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector(({ document: { source } }) => source?.kind === 'trial' && source.id === id);
  useEffect(() => {
    if (!start || isOpen) return;
    const stored = { version: 0, work: { motion: start, details: null }, history: EMPTY_HISTORY };
    dispatch(opened({ source: { kind: 'trial', id }, stored }));
  }, [dispatch, id, start, isOpen]);
  useEffect(
    () => () => {
      dispatch(closed());
    },
    [dispatch, id],
  );
  return isOpen;
}
