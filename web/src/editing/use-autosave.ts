import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { sayProblem } from '../ui/index.ts';
import { selectIsDirty } from './editing.selectors.ts';
import { catchUp, saveWork } from './save-work.ts';
import { keepUnsaved } from './unsaved-copy.ts';
import { useEditing } from './use-editing.ts';

/** A pause this long between changes lets a run of them go as one write. */
const PAUSE_MS = 400;
const RETRY_MS = 4000;

/** Saves work as it is made; keeps it in the browser until it is saved; tries again while the server is away. */
export function useAutosave(): void {
  const dispatch = useAppDispatch();
  const { source, base, work, history, version, revision, save } = useEditing(
    'source',
    'base',
    'work',
    'history',
    'version',
    'revision',
    'save',
  );
  const dirty = useAppSelector(selectIsDirty);

  useEffect(() => {
    if (!source || !work || !dirty) return;
    keepUnsaved(source, { base, work, history, version }).catch(() => {
      // The work is still in this tab, and autosave goes on trying: closing it is what would lose something.
      sayProblem('This browser has no room to keep unsaved work. Leave this tab open until it is saved.');
    });
  }, [source, base, work, history, version, dirty]);

  useEffect(() => {
    if (!dirty || save === 'saving' || save === 'stale' || save === 'target-locked') return;
    const timer = setTimeout(() => void dispatch(saveWork()), save === 'idle' ? PAUSE_MS : RETRY_MS);
    return () => clearTimeout(timer);
  }, [dispatch, dirty, revision, save]);

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
