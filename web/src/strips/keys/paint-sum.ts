import { changedFrames } from '@undulan/core';
import type { TimeScale } from '../../time/index.ts';
import { cssColour } from '../../ui/index.ts';
import { builtInCrowd, type Columns, columnsOf, crowdRadius, isInColumns, unlike } from '../kit/index.ts';

export interface SumPaint {
  /** Frames that have keys, rising. */
  frames: readonly number[];
  scale: TimeScale;
  /** From one frame with keys in view to the next; null where there is room for each. */
  spacingPx: number | null;
  selected: readonly number[];
}

/** The columns in which two paintings of the sum differ; null when they may differ anywhere. */
export function changedSum(before: SumPaint, after: SumPaint): Columns | null {
  if (before.scale !== after.scale || tabPx(before) !== tabPx(after)) return null;
  return columnsOf(
    changedFrames(before.frames, after.frames, (frame) => frame),
    unlike(before.selected, after.selected),
    after.scale,
  );
}

/** Narrower tabs are not seen to be hollow: they are paler instead. */
const LEAST_HOLLOW_PX = 4;
/** Width of a frame's tab where there is room, and in a crowd of a selected one's unless there are very many. */
const TAB_PX = 9;
/** Where tabs are, from the top of the strip. */
const TOP_PX = 5;
const HEIGHT_PX = 11;
const LINE_PX = 1.5;

function tabPx({ spacingPx }: Pick<SumPaint, 'spacingPx'>): number {
  return spacingPx === null ? TAB_PX : 2 * crowdRadius(spacingPx) - 1;
}

/** Paints the sum of the rows: a tab for each frame that has keys, filled where they are selected. */
export function paintSum(context: CanvasRenderingContext2D, painting: SumPaint, columns: Columns): void {
  const { frames, scale, spacingPx, selected } = painting;
  const [line, page] = [cssColour('var(--ink)'), cssColour('var(--page)')];
  const large = spacingPx === null ? [] : builtInCrowd(frames, selected);
  const ofLarge = new Set(large);
  const chosen = new Set(selected);
  for (const frame of [...frames.filter((other) => !ofLarge.has(other)), ...large]) {
    if (!isInColumns(scale.xOf(frame), columns)) continue;
    const width = ofLarge.has(frame) ? TAB_PX : tabPx(painting);
    const x = Math.round(scale.xOf(frame) - width / 2);
    const isHollow = !chosen.has(frame) && width >= LEAST_HOLLOW_PX;
    context.fillStyle = line;
    context.globalAlpha = isHollow || chosen.has(frame) ? 1 : 0.45;
    tab(context, x, TOP_PX, width, HEIGHT_PX);
    context.globalAlpha = 1;
    if (!isHollow) continue;
    context.fillStyle = page;
    tab(context, x + LINE_PX, TOP_PX + LINE_PX, width - 2 * LINE_PX, HEIGHT_PX - 2 * LINE_PX);
  }
}

/** Narrow tabs have no room for rounded corners, and are drawn in a fraction of the time without. */
function tab(context: CanvasRenderingContext2D, x: number, y: number, width: number, height: number): void {
  if (width < TAB_PX / 2) {
    context.fillRect(x, y, width, height);
    return;
  }
  context.beginPath();
  context.roundRect(x, y, width, height, 2);
  context.fill();
}
