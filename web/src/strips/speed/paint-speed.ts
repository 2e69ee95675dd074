import { changedFrames } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import {
  builtInCrowd,
  type Columns,
  columnsOf,
  crowding,
  crowdRadius,
  isInColumns,
  keyPainter,
  unlike,
  type ValueScale,
} from '../kit/index.ts';
import type { Knob } from './speed-figures.ts';
import type { SpeedPoint } from './speed-lines.ts';

export interface SpeedPainting {
  pieces: readonly SpeedPoint[][];
  keyFrames: readonly number[];
  knobs: readonly Knob[];
  jumps: readonly number[];
  /** Frames of selected keys. */
  selected: readonly number[];
  values: ValueScale;
  scale: TimeScale;
  heightPx: number;
}

/** The outline of a knob: a small wedge that points to where it comes from or goes to. */
export function knobPath(side: Knob['side'], x: number, y: number): string {
  return side === 'in' ? `M${x - 1} ${y - 5}v10l-8 -5z` : `M${x + 1} ${y - 5}v10l8 -5z`;
}

/** The columns in which two paintings of a speed differ; null when they may differ anywhere. */
export function changedSpeed(before: SpeedPainting, after: SpeedPainting): Columns | null {
  if (before.values !== after.values || before.scale !== after.scale || before.heightPx !== after.heightPx) return null;
  const span = changedFrames(before.pieces, after.pieces, (piece) => piece[0]?.frame ?? Infinity);
  return columnsOf(
    span,
    [...unlike(before.selected, after.selected), ...unlike(before.jumps, after.jumps)],
    after.scale,
  );
}

/**
 * Paints what of a crowded speed is in the columns: a thin line, a small mark for each key's speed, large ones for
 * selected keys unless they are very many.
 */
export function paintSpeed(
  context: CanvasRenderingContext2D,
  { pieces, keyFrames, knobs, jumps, selected, values, scale, heightPx }: SpeedPainting,
  columns: Columns,
): void {
  const plum = cssColour('var(--plum)');
  const large = builtInCrowd(keyFrames, selected);
  context.fillStyle = cssColour('var(--ochre)');
  context.globalAlpha = 0.6;
  for (const frame of jumps)
    if (isInColumns(scale.xOf(frame), columns)) context.fillRect(scale.xOf(frame) - 0.5, 4, 1, heightPx - 8);
  context.globalAlpha = 1;
  context.strokeStyle = plum;
  // Lines of one pixel are drawn many times as fast as wider ones.
  context.lineWidth = 1 / devicePixelRatio;
  context.setLineDash([]);
  context.beginPath();
  for (const piece of pieces) {
    if (piece.length === 0 || scale.xOf(piece.at(-1)!.frame) < columns.from || scale.xOf(piece[0]!.frame) > columns.to)
      continue;
    piece.forEach((point, i) =>
      context[i === 0 ? 'moveTo' : 'lineTo'](scale.xOf(point.frame), values.yOf(point.speed)),
    );
  }
  context.stroke();
  const paintKnob = keyPainter(context, 'var(--plum)', crowdRadius(crowding(keyFrames, scale) ?? Infinity));
  for (const { keyFrame, speed } of knobs)
    if (isInColumns(scale.xOf(keyFrame), columns) && !large.includes(keyFrame))
      paintKnob(scale.xOf(keyFrame), values.yOf(speed), selected.includes(keyFrame));
  context.lineWidth = 1.8;
  context.lineJoin = 'round';
  context.strokeStyle = plum;
  context.fillStyle = cssColour('var(--page)');
  for (const { keyFrame, side, speed } of knobs) {
    if (!large.includes(keyFrame)) continue;
    const wedge = new Path2D(knobPath(side, scale.xOf(keyFrame), values.yOf(speed)));
    context.fill(wedge);
    context.stroke(wedge);
  }
}
