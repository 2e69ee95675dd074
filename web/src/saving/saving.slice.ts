import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Work } from '@undulan/contract';
import type { History } from '@undulan/core';
import { broughtBack, changed, closed, opened } from '../editing/index.ts';
import { rootReducer, type RootState } from '../state/index.ts';

/** Where saving stands. `stale` and `target-locked` wait for the person's decision. */
type Standing = 'idle' | 'saving' | 'unreachable' | 'failed' | 'stale' | 'target-locked';

/** Work and its history as they were at some time. */
interface Kept {
  work: Work;
  history: History;
}

export interface SavingState {
  /**
   * What the server has of the version that the work was made from: a save tells what differs from it. Null where the
   * work is to be written whole.
   */
  base: Kept | null;
  /** What is on its way to the server. */
  sent: Kept | null;
  /** The server's version that the work was made from. */
  version: number;
  /** Counts changes here; saved up to `savedRevision`. */
  revision: number;
  savedRevision: number;
  standing: Standing;
  problem: string | null;
  targetMayChange: boolean;
}

const initialState: SavingState = {
  base: null,
  sent: null,
  version: 0,
  revision: 0,
  savedRevision: 0,
  standing: 'idle',
  problem: null,
  targetMayChange: false,
};

/** There is something new to write; what could not be written as it was is tried anew. */
function count(state: SavingState): void {
  state.revision += 1;
  if (state.standing === 'failed') state.standing = 'idle';
}

const slice = createSlice({
  name: 'saving',
  initialState,
  reducers: {
    sending: (state, { payload }: PayloadAction<Kept>) => {
      state.standing = 'saving';
      state.sent = payload;
    },
    saved: (state, { payload }: PayloadAction<{ version: number; revision: number }>) => {
      state.version = payload.version;
      state.savedRevision = payload.revision;
      state.base = state.sent;
      state.sent = null;
      state.standing = 'idle';
      state.problem = null;
    },
    notSaved: (
      state,
      { payload }: PayloadAction<{ standing: Exclude<Standing, 'idle' | 'saving'>; problem: string }>,
    ) => {
      state.standing = payload.standing;
      state.problem = payload.problem;
    },
    /** Saving goes on over what the server has now. */
    mineKept: (state, { payload }: PayloadAction<{ version: number }>) => {
      state.version = payload.version;
      state.base = null;
      state.standing = 'idle';
    },
    targetUnlocked: (state) => {
      state.targetMayChange = true;
      if (state.standing === 'target-locked') state.standing = 'idle';
    },
  },
  extraReducers: (build) => {
    build
      .addCase(opened, (_state, { payload: { stored } }) => ({
        ...initialState,
        base: { work: stored.work, history: stored.history },
        version: stored.version,
      }))
      .addCase(closed, () => initialState)
      .addCase(broughtBack, (state, { payload }) => {
        // Made from another version than the server's, it is a conflict for the person to settle.
        if (payload.version !== state.version) state.base = null;
        state.version = payload.version;
        count(state);
      })
      .addCase(changed, count);
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    saving: SavingState;
  }
}

rootReducer.inject(slice);

export const { sending, saved, notSaved, mineKept, targetUnlocked } = slice.actions;

/** Whether something here is not on the server yet. */
export const selectIsDirty = (state: RootState): boolean => state.saving.revision !== state.saving.savedRevision;
