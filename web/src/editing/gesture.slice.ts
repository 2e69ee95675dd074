import { createSlice, isAnyOf, type PayloadAction } from '@reduxjs/toolkit';
import type { Edit, KeyRef, MotionDocument } from '@undulan/core';
import { rootReducer } from '../state/index.ts';
import { broughtBack, changed, closed, opened } from './document.slice.ts';
import { asked, leftUnkeyed } from './posing.slice.ts';
import { keysSelected } from './selection.slice.ts';

/** The gesture under way, what the last one came to, and how keys are moved by any. */
export interface GestureState {
  /** The document as it would be if the gesture under way ended now. */
  preview: MotionDocument | null;
  /** Where the keys of the gesture under way are in the preview. */
  keys: KeyRef[];
  /** Keys that would be, or were last, replaced by others landing on their frames. */
  gaveWay: KeyRef[];
  /** Why the last edit was not allowed. */
  refused: string | null;
  /** Moving keys moves all that come after along. */
  ripple: boolean;
  /** Breakdowns and in-betweens keep their share of the span when extremes move. */
  keepShares: boolean;
}

const initialState: GestureState = {
  preview: null,
  keys: [],
  gaveWay: [],
  refused: null,
  ripple: false,
  keepShares: false,
};

function end(state: GestureState): void {
  state.preview = null;
  state.keys = [];
}

const slice = createSlice({
  name: 'gesture',
  initialState,
  reducers: {
    /** What the gesture would do if it ended now; null where it has ended, or was given up. */
    previewed: (state, { payload }: PayloadAction<Edit | null>) => {
      state.preview = payload?.motion ?? null;
      state.keys = payload?.keys ?? [];
      state.gaveWay = payload?.gaveWay ?? [];
    },
    refused: (state, { payload }: PayloadAction<string>) => {
      end(state);
      state.refused = payload;
    },
    rippleToggled: (state) => {
      state.ripple = !state.ripple;
    },
    sharesToggled: (state) => {
      state.keepShares = !state.keepShares;
    },
  },
  extraReducers: (build) => {
    build
      .addCase(closed, () => initialState)
      .addCase(changed, (state, { payload }) => {
        end(state);
        state.gaveWay = payload.gaveWay ?? [];
        state.refused = null;
      })
      .addCase(keysSelected, (state) => {
        state.gaveWay = [];
        state.refused = null;
      })
      .addMatcher(isAnyOf(opened, broughtBack, asked, leftUnkeyed), end);
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    gesture: GestureState;
  }
}

rootReducer.inject(slice);

export const { previewed, refused, rippleToggled, sharesToggled } = slice.actions;
