import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type KeyRef, type MotionDocument, sameKey } from '@undulan/core';
import { rootReducer } from '../state/index.ts';
import { broughtBack, changed, closed, opened } from './document.slice.ts';
import { rowsChanged } from './rows.slice.ts';
import { isLocked, PLAIN_ROWS } from './rows.ts';

/** What is worked on. */
export interface SelectionState {
  subjectId: string | null;
  /** The channel that was chosen, if one was. */
  channelId: KeyRef['channelId'] | null;
  keys: KeyRef[];
}

const initialState: SelectionState = { subjectId: null, channelId: null, keys: [] };

/** Those of the keys that are in the motion. */
function keysThere(motion: MotionDocument, keys: readonly KeyRef[]): KeyRef[] {
  return keys.filter((ref) =>
    motion.subjects
      .find((subject) => subject.id === ref.subjectId)
      ?.channels.find((channel) => channel.id === ref.channelId)
      ?.keys.some((key) => key.frame === ref.frame),
  );
}

const slice = createSlice({
  name: 'selection',
  initialState,
  reducers: {
    /** With `add`, those that are selected already are let go and the others come to them. */
    keysSelected: (state, { payload: { keys, add } }: PayloadAction<{ keys: KeyRef[]; add?: boolean }>) => {
      state.keys = add
        ? [
            ...state.keys.filter((ref) => !keys.some((key) => sameKey(key, ref))),
            ...keys.filter((key) => !state.keys.some((ref) => sameKey(ref, key))),
          ]
        : keys;
      const last = keys.at(-1);
      if (last) {
        state.subjectId = last.subjectId;
        state.channelId = last.channelId;
      }
    },
    subjectSelected: (_state, { payload }: PayloadAction<string>): SelectionState => ({
      ...initialState,
      subjectId: payload,
    }),
    channelSelected: (state, { payload }: PayloadAction<KeyRef['channelId']>) => {
      state.channelId = payload;
    },
  },
  extraReducers: (build) => {
    build
      .addCase(opened, (state, { payload: { stored } }) => {
        const { motion } = stored.work;
        if (!motion.subjects.some((subject) => subject.id === state.subjectId && !subject.locked)) {
          state.subjectId = motion.subjects.find((subject) => !subject.locked)?.id ?? null;
          state.channelId = null;
        }
        state.keys = keysThere(motion, state.keys);
      })
      .addCase(closed, () => initialState)
      .addCase(broughtBack, (state, { payload }) => {
        state.keys = keysThere(payload.work.motion, state.keys);
      })
      .addCase(changed, (state, { payload: { work, keys = [] } }) => {
        state.keys = keys.length > 0 ? keys : keysThere(work.motion, state.keys);
      })
      // Keys that are locked cannot be changed, and are let go.
      .addCase(rowsChanged, (state, { payload: { locked = [] } }) => {
        state.keys = state.keys.filter((key) => !isLocked({ ...PLAIN_ROWS, locked }, key));
      });
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    selection: SelectionState;
  }
}

rootReducer.inject(slice);

export const { keysSelected, subjectSelected, channelSelected } = slice.actions;
