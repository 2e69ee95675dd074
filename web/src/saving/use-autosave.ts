import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { sayProblem } from '../ui/index.ts';
import { catchUp, saveWork } from './save-work.ts';
import { selectIsDirty } from './saving.slice.ts';
import { keepUnsaved } from './unsaved-copy.ts';

/** A pause this long between changes lets a run of them go as one write. */
const PAUSE_MS = 400;
const RETRY_MS = 4000;

/** Saves work as it is made; keeps it in the browser until it is saved; tries again while the server is away. */
export function useAutosave(): void {
  const dispatch = useAppDispatch();
  const source = useAppSelector((state) => state.document.source);
  const work = useAppSelector((state) => state.document.work);
  const history = useAppSelector((state) => state.document.history);
  const { base, version, revision, standing } = useAppSelector((state) => state.saving);
  const dirty = useAppSelector(selectIsDirty);

  useEffect(() => {
    if (!source || !work || !dirty) return;
    keepUnsaved(source, { base, work, history, version }).catch(() => {
      // The work is still in this tab, and autosave goes on trying: closing it is what would lose something.
      sayProblem('This browser has no room to keep unsaved work. Leave this tab open until it is saved.');
    });
  }, [source, base, work, history, version, dirty]);

  useEffect(() => {
    if (!dirty || standing === 'saving' || standing === 'stale' || standing === 'target-locked') return;
    const timer = setTimeout(() => void dispatch(saveWork()), standing === 'idle' ? PAUSE_MS : RETRY_MS);
    return () => clearTimeout(timer);
  }, [dispatch, dirty, revision, standing]);

  useEffect(() => {
    const now = (): void => void dispatch(saveWork());
    const back = (): void => void dispatch(catchUp());
    window.addEventListener('online', now);
    window.addEventListener('pagehide', now);
    window.addEventListener('focus', back);
    return () => {
      window.removeEventListener('online', now);
      window.removeEventListener('pagehide', now);
      window.removeEventListener('focus', back);
    };
  }, [dispatch]);
}
