import type { ChangeWork, SaveWork } from '@undulan/contract';
import { changesBetween, historyChange, sameData } from '@undulan/core';
import { explain, isProblem, isUnreachable } from '../server-data/index.ts';
import type { RootState, Store } from '../state/index.ts';
import { type EditingState, mineKept, notSaved, opened, saved, saving } from './editing.slice.ts';
import { forgetUnsaved } from './unsaved-copy.ts';
import { fetchWork, writeWork } from './work-store.ts';

type Thunk<T> = (dispatch: Store['dispatch'], getState: () => RootState) => Promise<T>;

/** What is to be written: what differs from what the server has, or all of it. */
function unsaved({ base, work, history, version, targetMayChange }: EditingState): ChangeWork | SaveWork {
  if (!base) return { version, work: work!, history, targetMayChange };
  return {
    version,
    changes: changesBetween(base.work, work),
    history: historyChange(base.history, history),
    targetMayChange,
  };
}

/**
 * Writes what is unsaved. One write at a time: changes made meanwhile are written by the next. Gives whether all is on
 * the server.
 */
export function saveWork(): Thunk<boolean> {
  return async (dispatch, getState) => {
    const { source, work, revision, savedRevision, save } = getState().editing;
    if (!source || !work || revision === savedRevision) return true;
    if (save === 'saving' || save === 'stale' || save === 'target-locked') return false;
    dispatch(saving());
    try {
      const written = await writeWork(dispatch, source, unsaved(getState().editing));
      if (getState().editing.source?.id !== source.id) return true;
      dispatch(saved({ version: written.version, revision }));
      if (getState().editing.revision === revision) void forgetUnsaved(source);
      return getState().editing.revision === revision;
    } catch (error) {
      if (getState().editing.source?.id !== source.id) return false;
      if (isProblem(error, 'stale-version') || isProblem(error, 'does-not-fit')) await meetTheirs(dispatch, getState);
      else if (isProblem(error, 'target-has-takes'))
        dispatch(notSaved({ save: 'target-locked', problem: explain(error) }));
      else dispatch(notSaved({ save: isUnreachable(error) ? 'unreachable' : 'failed', problem: explain(error) }));
      return false;
    }
  };
}

/** Someone wrote in between. If what they have is what is here, there is nothing to decide. */
async function meetTheirs(dispatch: Store['dispatch'], getState: () => RootState): Promise<void> {
  const { source, work } = getState().editing;
  const theirs = await fetchWork(dispatch, source!).catch(() => null);
  if (theirs && sameData(theirs.work, work)) {
    dispatch(opened({ source: source!, stored: theirs }));
    void forgetUnsaved(source!);
  } else {
    dispatch(notSaved({ save: 'stale', problem: 'This was changed elsewhere in the meantime.' }));
  }
}

/** What is here replaces what the server has. */
export function keepMine(): Thunk<void> {
  return async (dispatch, getState) => {
    const { version } = await fetchWork(dispatch, getState().editing.source!);
    dispatch(mineKept({ version }));
    await dispatch(saveWork());
  };
}

/** What the server has replaces what is here. */
export function takeTheirs(): Thunk<void> {
  return async (dispatch, getState) => {
    const { source } = getState().editing;
    dispatch(opened({ source: source!, stored: await fetchWork(dispatch, source!) }));
    void forgetUnsaved(source!);
  };
}

/** Shows what was written elsewhere while nothing is unsaved here. */
export function catchUp(): Thunk<void> {
  return async (dispatch, getState) => {
    const { source, version, revision, savedRevision, save } = getState().editing;
    if (!source || revision !== savedRevision || save !== 'idle') return;
    const stored = await fetchWork(dispatch, source).catch(() => null);
    const now = getState().editing;
    if (
      stored &&
      stored.version !== version &&
      now.source?.id === source.id &&
      now.revision === revision &&
      now.version === version
    ) {
      dispatch(opened({ source, stored }));
    }
  };
}
