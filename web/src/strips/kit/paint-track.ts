import { changedFrames, type Key } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { columnsOf, isInColumns, unlike } from './changed-columns.ts';
import { builtInCrowd } from './crowd.ts';
import { keyPainter } from './paint-key.ts';
import type { Columns } from './StripCanvas.tsx';

interface MarksPaint {
  scale: TimeScale;
  /** Height of the row's middle. */
  y: number;
  radiusPx: number;
  colour: string;
  selected: readonly number[];
}

export interface TrackPaint extends MarksPaint {
  keys: readonly Key[];
}

export interface SumPaint extends MarksPaint {
  frames: readonly number[];
}

function changedMarks<T>(
  before: MarksPaint,
  after: MarksPaint,
  marksBefore: readonly T[],
  marksAfter: readonly T[],
  frameOf: (mark: T) => number,
): Columns | null {
  if (
    before.scale !== after.scale ||
    before.radiusPx !== after.radiusPx ||
    before.colour !== after.colour ||
    before.y !== after.y
  )
    return null;
  return columnsOf(
    changedFrames(marksBefore, marksAfter, frameOf),
    unlike(before.selected, after.selected),
    after.scale,
  );
}

/** The columns in which two paintings of a row differ; null when they may differ anywhere. */
export function changedTrack(before: TrackPaint, after: TrackPaint): Columns | null {
  return changedMarks(before, after, before.keys, after.keys, (key) => key.frame);
}

/** The columns in which two paintings of the sum differ; null when they may differ anywhere. */
export function changedSum(before: SumPaint, after: SumPaint): Columns | null {
  return changedMarks(before, after, before.frames, after.frames, (frame) => frame);
}

/** How large a selected key's mark is, in px of radius, unless there are very many. */
const SELECTED_PX = 6;

/**
 * Paints a crowded row of keys with the marks of a roomy one, drawn small, but for selected ones: how the motion goes
 * from key to key, then the keys.
 */
export function paintTrack(
  context: CanvasRenderingContext2D,
  { keys, scale, y, radiusPx, colour, selected }: TrackPaint,
  columns: Columns,
): void {
  const line = cssColour(colour);
  const xs = keys.map((key) => scale.xOf(key.frame));
  context.fillStyle = line;
  context.strokeStyle = line;
  // Lines of one pixel are drawn many times as fast as wider ones.
  context.lineWidth = 1 / devicePixelRatio;
  context.beginPath();
  for (let i = 0; i + 1 < keys.length; i++) {
    const [x1, x2] = [xs[i]!, xs[i + 1]!];
    if (x2 < columns.from || x1 > columns.to) continue;
    if (keys[i]!.value === keys[i + 1]!.value) {
      context.globalAlpha = 0.25;
      context.fillRect(x1, y - 2.5, x2 - x1, 5);
      context.globalAlpha = 1;
      continue;
    }
    context.moveTo(x1, keys[i]!.leave === 'step' ? y + 5 : y);
    if (keys[i]!.leave === 'step') {
      context.lineTo(x2, y + 5);
      context.lineTo(x2, y - 5);
    } else if (keys[i]!.leave === 'linear') context.lineTo(x2, y);
    else context.quadraticCurveTo((x1 + x2) / 2, y - 14, x2, y);
  }
  context.stroke();
  const large = builtInCrowd(
    keys.map((key) => key.frame),
    selected,
  );
  keys.forEach((key, i) => {
    const x = xs[i]!;
    if (key.role === 'extreme' || !isInColumns(x, columns)) return;
    const radius = large.includes(key.frame) ? SELECTED_PX : radiusPx;
    if (selected.includes(key.frame)) {
      context.globalAlpha = 0.25;
      context.fillRect(x - radius, y - 11, 2 * radius, 24);
      context.globalAlpha = 1;
    }
    context.fillRect(x - 0.75, y - 8, 1.5, 16);
    if (key.role === 'breakdown') context.fillRect(x - radius, y + 10, 2 * radius, 1.5);
  });
  const extremes = keys
    .filter((key, i) => key.role === 'extreme' && isInColumns(xs[i]!, columns))
    .map((key) => key.frame);
  const paintKey = keyPainter(context, colour, radiusPx);
  for (const frame of extremes) if (!large.includes(frame)) paintKey(scale.xOf(frame), y, selected.includes(frame));
  const paintLarge = keyPainter(context, colour, SELECTED_PX);
  for (const frame of extremes) if (large.includes(frame)) paintLarge(scale.xOf(frame), y, true);
}

/** Narrower tabs are not seen to be hollow: they are paler instead. */
const LEAST_HOLLOW_PX = 4;

/** Width of a selected frame's tab, unless there are very many. */
const LARGE_TAB_PX = 9;

/** Paints the sum of crowded rows: a small tab for each frame that has keys. */
export function paintSum(
  context: CanvasRenderingContext2D,
  { frames, scale, y, radiusPx, colour, selected }: SumPaint,
  columns: Columns,
): void {
  const [line, page] = [cssColour(colour), cssColour('var(--page)')];
  const large = builtInCrowd(frames, selected);
  for (const frame of [...frames.filter((other) => !large.includes(other)), ...large]) {
    if (!isInColumns(scale.xOf(frame), columns)) continue;
    const width = large.includes(frame) ? LARGE_TAB_PX : 2 * radiusPx - 1;
    const x = Math.round(scale.xOf(frame) - width / 2);
    const isSelected = selected.includes(frame);
    context.fillStyle = line;
    context.globalAlpha = isSelected || width >= LEAST_HOLLOW_PX ? 1 : 0.45;
    context.fillRect(x, y - 5.5, width, 11);
    context.globalAlpha = 1;
    if (isSelected || width < LEAST_HOLLOW_PX) continue;
    context.fillStyle = page;
    context.fillRect(x + 1, y - 4.5, width - 2, 9);
  }
}
