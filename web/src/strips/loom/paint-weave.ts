import { cssColour } from '../../ui/index.ts';
import type { Rails } from './rails.ts';

/** A segment on a loom, in px of the strip. */
export interface Weave {
  from: number;
  to: number;
  /** From where a drawing is in time to where it is in space. */
  threads: readonly { x: number; foot: number; isKey: boolean }[];
}

interface WeaveLook {
  colour: string;
  dash: 'none' | 'inbetweens' | 'all';
  widthPx: { key: number; inbetween: number };
  /** Where the space rail is drawn; where the threads end unless said. */
  railY?: number;
}

/** Paints the rails of a segment and its threads; the rings at its ends are for the loom to add. */
export function paintWeave(
  context: CanvasRenderingContext2D,
  { from, to, threads }: Weave,
  { timeY, spaceY }: Pick<Rails, 'timeY' | 'spaceY'>,
  { colour, dash, widthPx, railY = spaceY }: WeaveLook,
): void {
  const line = cssColour(colour);
  let [low, high] = [Math.min(from, to), Math.max(from, to)];
  for (const { foot } of threads) [low, high] = [Math.min(low, foot), Math.max(high, foot)];
  context.fillStyle = cssColour('var(--faint)');
  context.fillRect(from, timeY - 0.5, to - from, 1);
  context.strokeStyle = line;
  context.lineWidth = 1.6;
  context.setLineDash(dash === 'all' ? [6, 4] : []);
  context.beginPath();
  context.moveTo(low, railY);
  context.lineTo(high, railY);
  context.stroke();
  for (const isKey of [false, true]) {
    context.globalAlpha = isKey ? 1 : 0.75;
    context.lineWidth = isKey ? widthPx.key : widthPx.inbetween;
    context.setLineDash(dash === 'all' || (dash === 'inbetweens' && !isKey) ? [5, 3] : []);
    context.beginPath();
    for (const thread of threads) {
      if (thread.isKey !== isKey) continue;
      context.moveTo(thread.x, timeY);
      context.lineTo(thread.foot, spaceY);
    }
    context.stroke();
  }
  context.setLineDash([]);
  context.globalAlpha = 1;
}
