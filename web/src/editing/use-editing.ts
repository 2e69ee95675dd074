import { shallowEqual } from 'react-redux';
import { useAppSelector } from '../state/index.ts';
import type { EditingState } from './editing.slice.ts';

/**
 * Some parts of the editing state: a component that names what it needs is not drawn anew at every move of a gesture.
 */
export function useEditing<Name extends keyof EditingState>(...names: Name[]): Pick<EditingState, Name> {
  return useAppSelector(
    (state) => Object.fromEntries(names.map((name) => [name, state.editing[name]])) as Pick<EditingState, Name>,
    shallowEqual,
  );
}
