import type { StoredWork } from '@undulan/contract';
import { sameData } from '@undulan/core';
import { useEffect, useRef } from 'react';
import { broughtBack, closed, opened, type WorkSource } from '../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { sayToStay } from '../ui/index.ts';
import { saveWork } from './save-work.ts';
import { takeUnsaved } from './unsaved-copy.ts';
import { useAutosave } from './use-autosave.ts';

/** What a query has of the work. */
interface FetchedWork {
  currentData?: StoredWork | undefined;
  isFetching: boolean;
}

/**
 * Opens fetched work for editing, with what was left unsaved in this browser, and saves and closes it when the page
 * goes. Gives whether it is open. Only a fresh answer opens it, and once: from then on the document slice holds it,
 * whatever the query fetches again.
 */
export function useOpenWork(kind: WorkSource['kind'], id: string, { currentData, isFetching }: FetchedWork): boolean {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector(({ document: { source } }) => source?.kind === kind && source.id === id);
  const stored = isFetching ? undefined : currentData;
  const opening = useRef<string | null>(null);

  useEffect(() => {
    if (!stored || isOpen || opening.current === id) return;
    const source = { kind, id };
    opening.current = id;
    // A browser that keeps nothing has kept nothing.
    void takeUnsaved(source, stored.history)
      .catch(() => null)
      .then((left) => {
        if (opening.current !== id) return;
        opening.current = null;
        dispatch(opened({ source, stored }));
        if (!left || sameData(left.work, stored.work)) return;
        dispatch(broughtBack(left));
        sayToStay('Changes that had not been saved were brought back.');
      });
  }, [dispatch, kind, id, stored, isOpen]);

  useEffect(
    () => () => {
      opening.current = null;
      void dispatch(saveWork());
      dispatch(closed());
    },
    [dispatch, kind, id],
  );

  useAutosave();
  return isOpen;
}
