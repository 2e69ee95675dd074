import { useVirtualizer } from '@tanstack/react-virtual';
import type { RefObject } from 'react';

/** A table of more rows is long: of it only those in sight are made. */
const LONG = 80;
const OVERSCAN = 12;

export interface RowsInSight {
  /** The first row that is made, and the one after the last. */
  from: number;
  to: number;
  /** How high the rows are that are not made, above and beneath. */
  abovePx: number;
  belowPx: number;
}

/** Which of a table's rows are made: all of them, but of a long one in a box that scrolls those in sight. */
export function useRowsInSight(
  count: number,
  box: RefObject<HTMLElement | null>,
  /** Null of a table in no box. */
  rowPx: number | null,
): RowsInSight {
  const isLong = rowPx !== null && count > LONG;
  // oxlint-disable-next-line react/incompatible-library -- its functions are not passed on
  const virtual = useVirtualizer({
    count: isLong ? count : 0,
    getScrollElement: () => box.current,
    estimateSize: () => rowPx ?? 1,
    overscan: OVERSCAN,
  });
  if (!isLong || rowPx === null) return { from: 0, to: count, abovePx: 0, belowPx: 0 };
  const items = virtual.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, (items.at(-1)?.index ?? Math.min(count, LONG) - 1) + 1];
  return { from, to, abovePx: from * rowPx, belowPx: (count - to) * rowPx };
}
