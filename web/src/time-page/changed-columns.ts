import { useCallback, useRef } from 'react';
import type { Columns } from './StripCanvas.tsx';
import type { TimeScale } from './time-scale.ts';

/** Room for the width of lines and marks. */
const ROOM_PX = 8;

/** Frames, both ends among them; none when `last` is less than `first`. */
export interface Frames {
  first: number;
  last: number;
}

/**
 * The frames between which two lists of things on rising frames differ: from the last that is the same at the start, to the first that is the same at the end;
 * `reach` of 2 goes to the second. Beyond the first and last of them all there is no end.
 */
export function changedFrames<T>(before: readonly T[], after: readonly T[], frameOf: (item: T) => number, reach = 1): Frames {
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && before[head] === after[head]) head++;
  if (head === before.length && head === after.length) return { first: Infinity, last: -Infinity };
  let tail = 0;
  while (tail < shorter - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  const first = (items: readonly T[]): number => (head >= reach ? frameOf(items[head - reach]!) : -Infinity);
  const last = (items: readonly T[]): number => (tail >= reach ? frameOf(items[items.length - tail + reach - 1]!) : Infinity);
  return { first: Math.min(first(before), first(after)), last: Math.max(last(before), last(after)) };
}

/** The columns of changed frames, and of marks that came to be selected or are no more. */
export function columnsOf({ first, last }: Frames, wasSelected: readonly number[], isSelected: readonly number[], scale: TimeScale): Columns {
  const marked = [...wasSelected.filter((frame) => !isSelected.includes(frame)), ...isSelected.filter((frame) => !wasSelected.includes(frame))];
  return { from: scale.xOf(Math.min(first, ...marked)) - ROOM_PX, to: scale.xOf(Math.max(last, ...marked)) + ROOM_PX };
}

/** Whether a mark in the middle of a place can be seen in the columns. */
export function isInColumns(x: number, { from, to }: Columns): boolean {
  return x >= from - ROOM_PX && x <= to + ROOM_PX;
}

/** For a strip's canvas: in which columns what is painted now differs from what was painted before. */
export function useChangedColumns<T>(now: T, differ: (before: T, now: T) => Columns | null): () => Columns | null {
  const painted = useRef<T | null>(null);
  return useCallback(() => {
    const before = painted.current;
    painted.current = now;
    return before && differ(before, now);
  }, [now, differ]);
}
