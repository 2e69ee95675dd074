import type { FrameSpan } from '@undulan/core';
import { useCallback, useRef } from 'react';
import type { TimeScale } from '../../time/index.ts';
import type { Columns } from './StripCanvas.tsx';

/** Room for the width of lines and marks. */
const ROOM_PX = 8;

/** What is in one of two lists alone, such as the marks that came to be selected or are no more. */
export function unlike(before: readonly number[], after: readonly number[]): number[] {
  return [...before.filter((frame) => !after.includes(frame)), ...after.filter((frame) => !before.includes(frame))];
}

/** The columns of changed frames, and of some marks. */
export function columnsOf({ first, last }: FrameSpan, marked: readonly number[], scale: TimeScale): Columns {
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
