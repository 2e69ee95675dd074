import { configureStore, type Reducer } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { api } from '../server-data/index.ts';
import { rootReducer, type RootState } from './root-reducer.ts';

export type { RootState };

export function createStore() {
  return configureStore({
    // A screen has loaded its slices before it selects from them; before that they are not there.
    reducer: rootReducer as unknown as Reducer<RootState>,
    // Documents of thousands of keys would be walked through at every action by the two development checks.
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}

export type Store = ReturnType<typeof createStore>;

/** Lets slices that have come with a screen take their place in the state. */
export function takeIn(store: Store): void {
  store.dispatch({ type: 'screen/loaded' });
}

export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
/** For what an action reads when it is taken, and the screen does not show. */
export const useAppStore = useStore.withTypes<Store>();
