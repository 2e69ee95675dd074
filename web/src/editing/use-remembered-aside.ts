import type { KeyValue } from '@undulan/core';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { readStored, useStored } from '../ui/index.ts';
import { leaveUnkeyed } from './edits.ts';
import { rowsChanged } from './rows.slice.ts';
import { PLAIN_ROWS, type RowState } from './rows.ts';

/** What stands beside a motion and is not part of it: how the rows are arranged, and changes not keyed yet. */
interface Aside {
  rows: RowState;
  unkeyed: KeyValue[];
}

const NOTHING: Aside = { rows: PLAIN_ROWS, unkeyed: [] };

/**
 * Keeps the arrangement of the rows and unkeyed changes in this browser, for each piece of work: a reload loses
 * neither.
 */
export function useRememberedAside(): void {
  const dispatch = useAppDispatch();
  const source = useAppSelector((state) => state.document.source);
  const rows = useAppSelector((state) => state.rows);
  const unkeyed = useAppSelector((state) => state.posing.unkeyed);
  const name = `aside:${source?.kind ?? ''}:${source?.id ?? ''}`;
  const [, store] = useStored<Aside>(name, NOTHING);
  const [restored, setRestored] = useState<string | null>(null);
  useEffect(() => {
    const left = { ...NOTHING, ...readStored<Partial<Aside>>(name, {}) };
    dispatch(rowsChanged({ ...PLAIN_ROWS, ...left.rows }));
    dispatch(leaveUnkeyed(left.unkeyed));
    // oxlint-disable-next-line react/set-state-in-effect -- from here on what changes is kept
    setRestored(name);
  }, [dispatch, name]);
  useEffect(() => {
    if (restored === name) store({ rows, unkeyed });
  }, [restored, name, rows, unkeyed, store]);
}
