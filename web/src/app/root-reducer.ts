import { combineSlices } from '@reduxjs/toolkit';
import type { EditingState } from '../editing/index.ts';
import { api } from './api.ts';

/** What of the state comes with the screens that need it: each slice puts itself in as it is loaded. */
export interface LazySlices {
  editing: EditingState;
}

export const rootReducer = combineSlices(api).withLazyLoadedSlices<LazySlices>();

/** The state as screens see it: each has loaded what it selects from before it is shown. */
export type RootState = ReturnType<typeof rootReducer> & LazySlices;
