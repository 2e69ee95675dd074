import { changedFrames, type Key, standsFrom } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import {
  builtInCrowd,
  type Columns,
  columnsOf,
  crowdRadius,
  hairlinePx,
  isInColumns,
  isRoomy,
  paintKeyLines,
  paintMark,
  ringPainter,
  unlike,
} from '../kit/index.ts';

export interface TrackPaint {
  keys: readonly Key[];
  scale: TimeScale;
  /** Height of the row's middle, in px. */
  y: number;
  /** From one key in view to the next; null where there is room for each. */
  spacingPx: number | null;
  colour: string;
  /** Frames of selected keys. */
  selected: readonly number[];
}

/** The columns in which two paintings of a row differ; null when they may differ anywhere. */
export function changedTrack(before: TrackPaint, after: TrackPaint): Columns | null {
  if (
    before.scale !== after.scale ||
    before.colour !== after.colour ||
    before.y !== after.y ||
    before.spacingPx === null ||
    after.spacingPx === null ||
    crowdRadius(before.spacingPx) !== crowdRadius(after.spacingPx)
  )
    return null;
  const changed = changedFrames(before.keys, after.keys, (key) => key.frame);
  return columnsOf(changed, unlike(before.selected, after.selected), after.scale);
}

/** Width of a line where there is room, in px. */
const LINE_PX = 2;

/** Paints a row of keys: how the motion goes from key to key, then the keys; in a crowd small but for selected ones. */
export function paintTrack(context: CanvasRenderingContext2D, painting: TrackPaint, columns: Columns): void {
  const { keys, scale, y, spacingPx, colour, selected } = painting;
  const xs = keys.map((key) => scale.xOf(key.frame));
  const lines = keys.map(({ leave }, i) => ({ x: xs[i]!, leave, still: standsFrom(keys, i) }));
  paintKeyLines(context, lines, { y, colour, widthPx: spacingPx === null ? LINE_PX : hairlinePx() }, columns);
  if (spacingPx !== null) {
    paintCrowd(context, { ...painting, spacingPx }, xs, columns);
    return;
  }
  keys.forEach(({ role, frame }, i) => {
    if (scale.shows(frame))
      paintMark(context, colour, y, {
        role,
        frame,
        x: xs[i]!,
        selected: selected.includes(frame),
        roomy: isRoomy(xs, i),
      });
  });
}

/** How large a selected key's mark is in a crowd, in px of radius, unless there are very many. */
const SELECTED_PX = 6;

function paintCrowd(
  context: CanvasRenderingContext2D,
  { keys, y, spacingPx, colour, selected }: TrackPaint & { spacingPx: number },
  xs: readonly number[],
  columns: Columns,
): void {
  const radiusPx = crowdRadius(spacingPx);
  const frames = keys.map((key) => key.frame);
  const large = new Set(builtInCrowd(frames, selected));
  const chosen = new Set(selected);
  const seen = keys.flatMap((key, i) => (isInColumns(xs[i]!, columns) ? [{ ...key, x: xs[i]! }] : []));
  context.fillStyle = cssColour(colour);
  for (const { frame, role, x } of seen) {
    if (role === 'extreme') continue;
    const radius = large.has(frame) ? SELECTED_PX : radiusPx;
    if (chosen.has(frame)) {
      context.globalAlpha = 0.25;
      context.fillRect(x - radius, y - 11, 2 * radius, 24);
      context.globalAlpha = 1;
    }
    context.fillRect(x - 0.75, y - 8, 1.5, 16);
    if (role === 'breakdown') context.fillRect(x - radius, y + 10, 2 * radius, 1.5);
  }
  const extremes = seen.filter((key) => key.role === 'extreme');
  const paintSmall = ringPainter(context, colour, radiusPx);
  for (const { frame, x } of extremes) if (!large.has(frame)) paintSmall(x, y, chosen.has(frame));
  const paintLarge = ringPainter(context, colour, SELECTED_PX);
  for (const { frame, x } of extremes) if (large.has(frame)) paintLarge(x, y, true);
}
