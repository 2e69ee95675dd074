import { changedFrames, type SpeedPoint } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import {
  builtInCrowd,
  type Columns,
  columnsOf,
  crowding,
  crowdRadius,
  hairlinePx,
  isInColumns,
  ringPainter,
  unlike,
  type ValueScale,
} from '../kit/index.ts';
import type { Knob } from './speed-figures.ts';

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
function knobPath(side: Knob['side'], x: number, y: number): string {
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

/** The points of a speed in px, piece by piece, as one path. */
export function traceSpeed(
  context: CanvasRenderingContext2D,
  pieces: readonly SpeedPoint[][],
  values: ValueScale,
  xOf: (frame: number) => number,
  columns: Columns,
): void {
  context.beginPath();
  for (const piece of pieces) {
    if (piece.length === 0 || xOf(piece.at(-1)!.frame) < columns.from || xOf(piece[0]!.frame) > columns.to) continue;
    piece.forEach((point, i) => context[i === 0 ? 'moveTo' : 'lineTo'](xOf(point.frame), values.yOf(point.speed)));
  }
}

/** Width of a line where there is room, in px. */
const LINE_PX = 2;

/**
 * Paints what of a speed is in the columns: where it jumps, its line, and on either side of each key a wedge; in a
 * crowd a thin line and small marks, with wedges on selected keys unless they are very many.
 */
export function paintSpeed(context: CanvasRenderingContext2D, painting: SpeedPainting, columns: Columns): void {
  const { pieces, keyFrames, knobs, jumps, selected, values, scale, heightPx } = painting;
  const spacingPx = crowding(keyFrames, scale);
  const isCrowd = spacingPx !== null;
  paintJumps(
    context,
    jumps.map(scale.xOf).filter((x) => isInColumns(x, columns)),
    heightPx,
    isCrowd,
  );
  context.strokeStyle = cssColour('var(--plum)');
  context.lineWidth = isCrowd ? hairlinePx() : LINE_PX;
  traceSpeed(context, pieces, values, scale.xOf, columns);
  context.stroke();
  const wedged = new Set(isCrowd ? builtInCrowd(keyFrames, selected) : keyFrames.filter((frame) => scale.shows(frame)));
  if (isCrowd) {
    const paintSmall = ringPainter(context, 'var(--plum)', crowdRadius(spacingPx));
    for (const { keyFrame, speed } of knobs)
      if (isInColumns(scale.xOf(keyFrame), columns) && !wedged.has(keyFrame))
        paintSmall(scale.xOf(keyFrame), values.yOf(speed), selected.includes(keyFrame));
  }
  paintWedges(
    context,
    painting,
    knobs.filter((knob) => wedged.has(knob.keyFrame)),
  );
}

/** Height and breadth of dot and gap of the line where the speed jumps, in px. */
const JUMP_DASH = [2, 4];

function paintJumps(
  context: CanvasRenderingContext2D,
  xs: readonly number[],
  heightPx: number,
  isCrowd: boolean,
): void {
  context.strokeStyle = cssColour('var(--ochre)');
  context.globalAlpha = isCrowd ? 0.6 : 1;
  context.lineWidth = 1;
  context.setLineDash(isCrowd ? [] : JUMP_DASH);
  context.beginPath();
  for (const x of xs) {
    context.moveTo(x, 4);
    context.lineTo(x, heightPx - 4);
  }
  context.stroke();
  context.setLineDash([]);
  context.globalAlpha = 1;
}

function paintWedges(
  context: CanvasRenderingContext2D,
  { values, scale }: SpeedPainting,
  knobs: readonly Knob[],
): void {
  context.lineWidth = 1.8;
  context.lineJoin = 'round';
  context.strokeStyle = cssColour('var(--plum)');
  context.fillStyle = cssColour('var(--page)');
  for (const { keyFrame, side, speed } of knobs) {
    const wedge = new Path2D(knobPath(side, scale.xOf(keyFrame), values.yOf(speed)));
    context.fill(wedge);
    context.stroke(wedge);
  }
}
