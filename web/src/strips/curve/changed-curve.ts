import { changedSpan } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { type Columns, columnsOf, unlike } from '../kit/index.ts';
import type { PaintedCurve } from './paint-curve.ts';

/** The frames of some selected keys and of the keys beside: their handles reach as far. */
function reachOf({ channel: { keys } }: PaintedCurve, frames: readonly number[]): number[] {
  return keys.flatMap(({ frame }, i) =>
    frames.includes(frame) ? [keys[i - 1]?.frame ?? frame, frame, keys[i + 1]?.frame ?? frame] : [],
  );
}

/** The columns in which two paintings of one curve differ on the same scale; null when they may differ anywhere. */
export function changedCurve(before: PaintedCurve, after: PaintedCurve, scale: TimeScale): Columns | null {
  if (
    before.values !== after.values ||
    before.colour !== after.colour ||
    before.dash !== after.dash ||
    before.opacity !== after.opacity ||
    before.ringPx !== after.ringPx
  )
    return null;
  const span = changedSpan(before.channel, after.channel);
  const marked = unlike(before.selected, after.selected);
  return span && columnsOf(span, [...reachOf(before, marked), ...reachOf(after, marked)], scale);
}

/** The same of several curves on one canvas. */
export function changedCurves(
  before: readonly PaintedCurve[],
  after: readonly PaintedCurve[],
  scale: TimeScale,
): Columns | null {
  if (before.length !== after.length) return null;
  const parts = before.map((curve, i) => changedCurve(curve, after[i]!, scale));
  return parts.reduce(
    (all, part) => all && part && { from: Math.min(all.from, part.from), to: Math.max(all.to, part.to) },
  );
}
