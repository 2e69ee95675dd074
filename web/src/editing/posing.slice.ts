import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type KeyValue, sameChannel } from '@undulan/core';
import { rootReducer } from '../state/index.ts';
import { changed, closed } from './document.slice.ts';

/** What a change of values means. */
export interface PosingState {
  /** Whether a change makes a key at once. */
  record: boolean;
  /** Values changed on moving channels and not keyed yet: shown until they are keyed or dropped. */
  unkeyed: KeyValue[];
  /** A change of moving channels made with Record off, waiting for the person to say what it means. */
  question: { values: KeyValue[]; frame: number } | null;
  /** The one subject that is looked at alone, with what it carries; null shows all. */
  solo: string | null;
  /** The whole stage is looked at from the front, though there is a camera. */
  front: boolean;
}

const initialState: PosingState = { record: true, unkeyed: [], question: null, solo: null, front: false };

const slice = createSlice({
  name: 'posing',
  initialState,
  reducers: {
    recordToggled: (state) => {
      state.record = !state.record;
    },
    asked: (state, { payload }: PayloadAction<PosingState['question']>) => {
      state.question = payload;
    },
    frontChosen: (state, { payload }: PayloadAction<boolean>) => {
      state.front = payload;
    },
    soloToggled: (state, { payload }: PayloadAction<string>) => {
      state.solo = state.solo === payload ? null : payload;
    },
    /** Values left unkeyed; those of a channel take the place of its earlier one. */
    leftUnkeyed: (state, { payload }: PayloadAction<KeyValue[]>) => {
      const others = state.unkeyed.filter((value) => !payload.some((other) => sameChannel(other, value)));
      state.unkeyed = [...others, ...payload];
      state.question = null;
    },
    /** Unkeyed changes are given up: all, or those of one channel. */
    unkeyedDropped: (state, { payload }: PayloadAction<KeyValue | null>) => {
      state.unkeyed = payload ? state.unkeyed.filter((value) => !sameChannel(value, payload)) : [];
    },
  },
  extraReducers: (build) => {
    build
      .addCase(closed, () => initialState)
      .addCase(changed, (state, { payload: { keyed = [] } }) => {
        state.unkeyed = state.unkeyed.filter((value) => !keyed.some((key) => sameChannel(key, value)));
      });
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    posing: PosingState;
  }
}

rootReducer.inject(slice);

export const { recordToggled, soloToggled, frontChosen, asked, leftUnkeyed, unkeyedDropped } = slice.actions;
