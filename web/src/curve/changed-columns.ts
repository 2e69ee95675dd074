import type { Channel, Key } from '@undulan/core';
import type { Columns, TimeScale } from '../time-page/index.ts';
import type { PaintedCurve } from './CurveCanvas.tsx';

/** A key changes the curve as far as the second key on either side: automatic handles look to their neighbours. */
const REACH_KEYS = 2;

/** Room for the width of lines and rings. */
export const ROOM_PX = 8;

/** The frames between which two states of a channel can differ, by the keys that are not the same in both; null when they differ in more than keys. */
export function changedFrames(before: Channel, after: Channel): { first: number; last: number } | null {
  const { keys: a, ...restBefore } = before;
  const { keys: b, ...restAfter } = after;
  if (JSON.stringify(restBefore) !== JSON.stringify(restAfter)) return null;
  const shorter = Math.min(a.length, b.length);
  let head = 0;
  while (head < shorter && a[head] === b[head]) head++;
  let tail = 0;
  while (tail < shorter - head && a[a.length - 1 - tail] === b[b.length - 1 - tail]) tail++;
  // The last of the keys at the start, and the first at the end, that nothing changed about.
  const firstOf = (keys: readonly Key[]): number => keys[head - REACH_KEYS]?.frame ?? -Infinity;
  const lastOf = (keys: readonly Key[]): number => keys[keys.length - tail + REACH_KEYS - 1]?.frame ?? Infinity;
  return { first: Math.min(firstOf(a), firstOf(b)), last: Math.max(lastOf(a), lastOf(b)) };
}

/** The columns in which two paintings of one curve differ on the same scale; null when they may differ anywhere. */
export function changedColumns(before: PaintedCurve, after: PaintedCurve, scale: TimeScale): Columns | null {
  if (before.values !== after.values || before.colour !== after.colour || before.dash !== after.dash || before.opacity !== after.opacity) return null;
  const frames = changedFrames(before.channel, after.channel);
  if (!frames) return null;
  const [was, is] = [before.selected ?? [], after.selected ?? []];
  const marked = [...was.filter((frame) => !is.includes(frame)), ...is.filter((frame) => !was.includes(frame))];
  return { from: scale.xOf(Math.min(frames.first, ...marked)) - ROOM_PX, to: scale.xOf(Math.max(frames.last, ...marked)) + ROOM_PX };
}
