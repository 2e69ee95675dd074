import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { readStored, useStored } from '../ui/index.ts';
import { selectEditing } from './editing.selectors.ts';
import { rowsChanged } from './editing.slice.ts';
import { PLAIN_ROWS, type RowState } from './rows.ts';

/** Keeps the arrangement of the rows in this browser, for each piece of work. */
export function useRememberedRows(): void {
  const dispatch = useAppDispatch();
  const { source, rows } = useAppSelector(selectEditing);
  const name = `rows:${source?.kind ?? ''}:${source?.id ?? ''}`;
  const [, store] = useStored<RowState>(name, PLAIN_ROWS);
  useEffect(() => {
    dispatch(rowsChanged({ ...PLAIN_ROWS, ...readStored<Partial<RowState>>(name, {}) }));
  }, [dispatch, name]);
  useEffect(() => {
    if (rows !== PLAIN_ROWS) store(rows);
  }, [rows, store]);
}
