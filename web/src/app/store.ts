import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { editingReducer } from '../editing/index.ts';
import { api } from './api.ts';

export function createStore() {
  return configureStore({
    reducer: { [api.reducerPath]: api.reducer, editing: editingReducer },
    // Documents of thousands of keys would be walked through at every action by the two development checks.
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}

export type Store = ReturnType<typeof createStore>;
export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
/** For what an action reads when it is taken, and the screen does not show. */
export const useAppStore = useStore.withTypes<Store>();
