// The store. Slices come with their screens and say themselves what they add to it.
export { rootReducer } from './root-reducer.ts';
export { createStore, takeIn, useAppDispatch, useAppSelector, useAppStore } from './store.ts';
export type { RootState, Store } from './store.ts';
