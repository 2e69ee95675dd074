import type { KeyRole } from '@undulan/core';
import { cssColour, withMark } from '../../ui/index.ts';

/** Figures on a canvas look as those of the page. */
export const figuresFont = (sizePx: number, weight = 400): string =>
  `${weight} ${sizePx}px "Sometype Mono Variable", monospace`;

/** Rings smaller than this, in px of radius, look the same as squares, which are drawn in a fraction of the time. */
const LEAST_ROUND_PX = 3.5;

/** What paints rings of one size: filled where they are selected, else hollow. */
export function ringPainter(
  context: CanvasRenderingContext2D,
  colour: string,
  radiusPx: number,
  lineWidthPx = 1.5,
): (x: number, y: number, selected: boolean) => void {
  const [line, page] = [cssColour(colour), cssColour('var(--page)')];
  context.strokeStyle = line;
  if (radiusPx >= LEAST_ROUND_PX) {
    context.lineWidth = lineWidthPx;
    context.setLineDash([]);
    return (x, y, selected) => {
      context.beginPath();
      context.arc(x, y, radiusPx, 0, 2 * Math.PI);
      context.fillStyle = selected ? line : page;
      context.fill();
      context.stroke();
    };
  }
  const side = Math.round(2 * radiusPx);
  return (x, y, selected) => {
    // On whole pixels: between them it would blur.
    const [left, top] = [Math.round(x - side / 2), Math.round(y - side / 2)];
    context.fillStyle = line;
    context.fillRect(left, top, side, side);
    if (selected) return;
    context.fillStyle = page;
    context.fillRect(left + 1, top + 1, side - 2, side - 2);
  };
}

/** A key as it lies on a row. */
export interface Mark {
  role: KeyRole;
  frame: number;
  x: number;
  selected: boolean;
  /** There is room for a ringed frame number; else the ring stands alone. */
  roomy: boolean;
}

/** How large marks are where there is room for each, in px. */
const NUMBERED_PX = 11;
const RING_PX = 6;

/**
 * Paints a key the paper chart's way: an extreme is a ringed frame number, a breakdown an underlined tick, an
 * in-between a plain tick.
 */
export function paintMark(context: CanvasRenderingContext2D, colour: string, y: number, mark: Mark): void {
  const { role, frame, x, selected, roomy } = mark;
  const line = cssColour(colour);
  if (role !== 'extreme') {
    paintTick(context, line, y, { x, selected, breakdown: role === 'breakdown' });
    return;
  }
  ringPainter(context, colour, roomy ? NUMBERED_PX : RING_PX, 2)(x, y, selected);
  if (!roomy) return;
  context.font = figuresFont(10.5, 600);
  context.textAlign = 'center';
  context.fillStyle = selected ? cssColour('var(--page)') : line;
  context.fillText(withMark(String(Math.round(frame * 100) / 100)), x, y + 3.6);
}

interface Tick {
  x: number;
  selected: boolean;
  breakdown: boolean;
}

function paintTick(context: CanvasRenderingContext2D, line: string, y: number, { x, selected, breakdown }: Tick): void {
  context.fillStyle = line;
  if (selected) {
    context.globalAlpha *= 0.25;
    context.beginPath();
    context.roundRect(x - 7, y - 11, 14, 24, 4);
    context.fill();
    context.globalAlpha /= 0.25;
  }
  context.fillRect(x - 1.25, y - 8, 2.5, 16);
  if (breakdown) context.fillRect(x - 6, y + 10, 12, 2);
}

/** Keys nearer to a neighbour than this, in px, have no room for their numbers. */
const ROOMY_PX = 25;

/** Whether the mark at `xs[i]` has room for its number between its neighbours. */
export function isRoomy(xs: readonly number[], i: number): boolean {
  return xs[i]! - (xs[i - 1] ?? -Infinity) >= ROOMY_PX && (xs[i + 1] ?? Infinity) - xs[i]! >= ROOMY_PX;
}
