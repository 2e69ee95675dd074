import { combineSlices } from '@reduxjs/toolkit';
import { api } from '../server-data/index.ts';

/**
 * What of the state comes with the screens that need it. A slice adds its state here where it is made, and puts itself
 * in as it is loaded: nothing in this folder knows it.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- Filled in by the slices.
export interface LazySlices {}

export const rootReducer = combineSlices(api).withLazyLoadedSlices<LazySlices>();

/** The state as screens see it: each has loaded what it selects from before it is shown. */
export type RootState = ReturnType<typeof rootReducer> & LazySlices;
