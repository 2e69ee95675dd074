import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { rootReducer } from '../state/index.ts';
import { closed } from './document.slice.ts';
import { PLAIN_ROWS, type RowState } from './rows.ts';

const slice = createSlice({
  name: 'rows',
  initialState: PLAIN_ROWS,
  reducers: {
    rowsChanged: (state, { payload }: PayloadAction<Partial<RowState>>) => ({ ...state, ...payload }),
  },
  extraReducers: (build) => {
    build.addCase(closed, () => PLAIN_ROWS);
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    rows: RowState;
  }
}

rootReducer.inject(slice);

export const { rowsChanged } = slice.actions;
