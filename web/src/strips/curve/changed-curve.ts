import { changedSpan } from '@undulan/core';
import { shallowEqual } from 'react-redux';
import { ALL_COLUMNS, type Columns, columnsOf, crowding, unlike } from '../kit/index.ts';
import type { CurvesPainting, PaintedCurve } from './paint-curve.ts';

/** The frames of some selected keys and of the keys beside: their handles reach as far. */
function reachOf({ channel: { keys } }: PaintedCurve, frames: readonly number[]): number[] {
  return keys.flatMap(({ frame }, i) =>
    frames.includes(frame) ? [keys[i - 1]?.frame ?? frame, frame, keys[i + 1]?.frame ?? frame] : [],
  );
}

const NOTHING: Columns = { from: Infinity, to: -Infinity };

/** The columns in which two paintings of one curve differ on the same scale; all where they may differ anywhere. */
export function changedCurve(before: PaintedCurve, after: PaintedCurve, scale: CurvesPainting['scale']): Columns {
  const { selected: was, ...lookBefore } = before;
  const { selected: is, ...lookAfter } = after;
  if (shallowEqual(lookBefore, lookAfter) && shallowEqual(was, is)) return NOTHING;
  if (!shallowEqual({ ...lookBefore, channel: null }, { ...lookAfter, channel: null })) return ALL_COLUMNS;
  // Where there is room dashes are seen: they begin anew where the line does.
  const frames = after.channel.keys.map((key) => key.frame);
  const span = changedSpan(before.channel, after.channel);
  if (!span || crowding(frames, scale) === null) return ALL_COLUMNS;
  const marked = unlike(was, is);
  return columnsOf(span, [...reachOf(before, marked), ...reachOf(after, marked)], scale);
}

/** The same of several curves on one canvas; null when they may differ anywhere. */
export function changedCurves(before: CurvesPainting, after: CurvesPainting): Columns | null {
  if (before.scale !== after.scale || before.curves.length !== after.curves.length) return null;
  return before.curves
    .map((curve, i) => changedCurve(curve, after.curves[i]!, after.scale))
    .reduce((all, part) => ({ from: Math.min(all.from, part.from), to: Math.max(all.to, part.to) }), NOTHING);
}
