import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Clip, EaseShape } from '@undulan/core';
import { rootReducer } from '../state/index.ts';

/** What was taken up to be put down elsewhere, also in other work. */
export interface CarriedState {
  keys: Clip | null;
  /** To be given to other segments. */
  ease: EaseShape | null;
}

const initialState: CarriedState = { keys: null, ease: null };

const slice = createSlice({
  name: 'carried',
  initialState,
  reducers: {
    keysTaken: (state, { payload }: PayloadAction<Clip | null>) => {
      state.keys = payload;
    },
    easeTaken: (state, { payload }: PayloadAction<EaseShape>) => {
      state.ease = payload;
    },
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    carried: CarriedState;
  }
}

rootReducer.inject(slice);

export const { keysTaken, easeTaken } = slice.actions;
