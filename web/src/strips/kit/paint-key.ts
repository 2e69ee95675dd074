import { cssColour } from '../../ui/index.ts';

/** Rings smaller than this, in px of radius, look the same as squares, which are drawn in a fraction of the time. */
const LEAST_ROUND_PX = 3.5;

/** What paints the keys of a crowd on a canvas: small rings, filled where they are selected. */
export function keyPainter(
  context: CanvasRenderingContext2D,
  colour: string,
  radiusPx: number,
): (x: number, y: number, selected: boolean) => void {
  const [line, page] = [cssColour(colour), cssColour('var(--page)')];
  context.strokeStyle = line;
  if (radiusPx >= LEAST_ROUND_PX) {
    context.lineWidth = 1.5;
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
