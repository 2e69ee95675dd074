import type { FrameSpan } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import type { Columns } from './StripCanvas.tsx';

/** Everything there is. */
export const ALL_COLUMNS: Columns = { from: -Infinity, to: Infinity };

/** Room for the width of lines and marks. */
export const ROOM_PX = 14;

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
