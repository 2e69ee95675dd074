import type { Channel } from '@undulan/core';
import { changedFrames, columnsOf, type Columns, type Frames, type TimeScale } from '../time-page/index.ts';
import type { PaintedCurve } from './CurveCanvas.tsx';

/** A key changes the curve as far as the second key on either side: automatic handles look to their neighbours. */
const REACH_KEYS = 2;

/** The frames between which two states of a channel can differ; null when they differ in more than keys. */
export function changedSpan(before: Channel, after: Channel): Frames | null {
  const { keys: a, ...restBefore } = before;
  const { keys: b, ...restAfter } = after;
  return JSON.stringify(restBefore) === JSON.stringify(restAfter) ? changedFrames(a, b, (key) => key.frame, REACH_KEYS) : null;
}

/** The columns in which two paintings of one curve differ on the same scale; null when they may differ anywhere. */
export function changedCurve(before: PaintedCurve, after: PaintedCurve, scale: TimeScale): Columns | null {
  if (before.values !== after.values || before.colour !== after.colour || before.dash !== after.dash || before.opacity !== after.opacity) return null;
  const span = changedSpan(before.channel, after.channel);
  return span && columnsOf(span, before.selected ?? [], after.selected ?? [], scale);
}
