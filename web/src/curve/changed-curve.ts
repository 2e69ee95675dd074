import { changedSpan } from '@undulan/core';
import { columnsOf, type Columns, type TimeScale } from '../time-page/index.ts';
import type { PaintedCurve } from './paint-curve.ts';

/** The columns in which two paintings of one curve differ on the same scale; null when they may differ anywhere. */
export function changedCurve(before: PaintedCurve, after: PaintedCurve, scale: TimeScale): Columns | null {
  if (before.values !== after.values || before.colour !== after.colour || before.dash !== after.dash || before.opacity !== after.opacity) return null;
  const span = changedSpan(before.channel, after.channel);
  return span && columnsOf(span, before.selected ?? [], after.selected ?? [], scale);
}
