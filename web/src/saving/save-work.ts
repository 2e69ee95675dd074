import type { ChangeWork, SaveWork } from '@undulan/contract';
import { changesBetween, historyChange, sameData } from '@undulan/core';
import { opened, type WorkSource } from '../editing/index.ts';
import { explain, isProblem, isUnreachable } from '../server-data/index.ts';
import type { RootState, Store } from '../state/index.ts';
import { mineKept, notSaved, saved, selectIsDirty, sending } from './saving.slice.ts';
import { forgetUnsaved } from './unsaved-copy.ts';
import { fetchWork, writeWork } from './work-store.ts';

type Thunk<T> = (dispatch: Store['dispatch'], getState: () => RootState) => Promise<T>;

/** What is to be written: what differs from what the server has, or all of it. */
function unsaved({ document: { source, work, history }, saving }: RootState): ChangeWork | SaveWork {
  const { base, version, targetMayChange } = saving;
  if (!base || source?.kind === 'lane') return { version, work: work!, history, targetMayChange };
  return {
    version,
    changes: changesBetween(base.work, work),
    history: historyChange(base.history, history),
    targetMayChange,
  };
}

/** The write that each store has begun last. */
const lastWrite = new WeakMap<Store['dispatch'], Promise<boolean>>();

/**
 * Writes what is unsaved. One write at a time: changes made meanwhile are written by the next. Gives whether all is on
 * the server.
 */
export function saveWork(): Thunk<boolean> {
  return async (dispatch, getState) => {
    const { source } = getState().document;
    const { revision, savedRevision, standing } = getState().saving;
    if (!source || source.kind === 'trial' || revision === savedRevision) return true;
    if (standing === 'saving' || standing === 'stale' || standing === 'target-locked') return false;
    const write = writeUnsaved(source, dispatch, getState);
    lastWrite.set(dispatch, write);
    return write;
  };
}

/** Writes until nothing is unsaved, after the write that is on its way. Gives whether all is on the server. */
export function saveAll(): Thunk<boolean> {
  return async (dispatch, getState) => {
    for (;;) {
      await lastWrite.get(dispatch);
      if (await dispatch(saveWork())) return true;
      const { standing } = getState().saving;
      if (standing !== 'idle' && standing !== 'saving') return false;
    }
  };
}

async function writeUnsaved(
  source: WorkSource,
  dispatch: Store['dispatch'],
  getState: () => RootState,
): Promise<boolean> {
  const isOpen = (): boolean => getState().document.source?.id === source.id;
  const { document, saving } = getState();
  dispatch(sending({ work: document.work!, history: document.history }));
  try {
    const written = await writeWork(dispatch, source, unsaved(getState()));
    if (!isOpen()) return true;
    dispatch(saved({ version: written.version, revision: saving.revision }));
    if (selectIsDirty(getState())) return false;
    void forgetUnsaved(source);
    return true;
  } catch (error) {
    if (!isOpen()) return false;
    if (isProblem(error, 'stale-version') || isProblem(error, 'does-not-fit')) await meetTheirs(dispatch, getState);
    else if (isProblem(error, 'target-has-takes'))
      dispatch(notSaved({ standing: 'target-locked', problem: explain(error) }));
    else dispatch(notSaved({ standing: isUnreachable(error) ? 'unreachable' : 'failed', problem: explain(error) }));
    return false;
  }
}

/** Someone wrote in between. If what they have is what is here, there is nothing to decide. */
async function meetTheirs(dispatch: Store['dispatch'], getState: () => RootState): Promise<void> {
  const { source, work } = getState().document;
  const theirs = await fetchWork(dispatch, source!).catch(() => null);
  if (theirs && sameData(theirs.work, work)) {
    dispatch(opened({ source: source!, stored: theirs }));
    void forgetUnsaved(source!);
  } else {
    dispatch(notSaved({ standing: 'stale', problem: 'This was changed elsewhere in the meantime.' }));
  }
}

/** What is here replaces what the server has. */
export function keepMine(): Thunk<void> {
  return async (dispatch, getState) => {
    const { version } = await fetchWork(dispatch, getState().document.source!);
    dispatch(mineKept({ version }));
    await dispatch(saveWork());
  };
}

/** What the server has replaces what is here. */
export function takeTheirs(): Thunk<void> {
  return async (dispatch, getState) => {
    const { source } = getState().document;
    dispatch(opened({ source: source!, stored: await fetchWork(dispatch, source!) }));
    void forgetUnsaved(source!);
  };
}

/** Shows what was written elsewhere while nothing is unsaved here. */
export function catchUp(): Thunk<void> {
  return async (dispatch, getState) => {
    const { source } = getState().document;
    const { version, revision, savedRevision, standing } = getState().saving;
    if (!source || revision !== savedRevision || standing !== 'idle') return;
    const stored = await fetchWork(dispatch, source).catch(() => null);
    const now = getState();
    if (
      stored &&
      stored.version !== version &&
      now.document.source?.id === source.id &&
      now.saving.revision === revision &&
      now.saving.version === version
    ) {
      dispatch(opened({ source, stored }));
    }
  };
}
