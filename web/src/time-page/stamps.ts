import { cssColour } from '../ui/index.ts';

/** A mark drawn once, to be put down many times: a hundred circles take longer than a frame has, a hundred copies of a picture do not. */
export type Stamp = ImageBitmap;

const stamps = new Map<string, Stamp | null>();

function stampOf(kind: string, sizePx: number, paint: (context: OffscreenCanvasRenderingContext2D) => void): Stamp | null {
  const key = `${kind} ${sizePx} ${devicePixelRatio}`;
  let stamp = stamps.get(key);
  if (stamp === undefined) {
    const pixels = Math.ceil(sizePx * devicePixelRatio);
    const canvas = typeof OffscreenCanvas === 'undefined' ? null : new OffscreenCanvas(pixels, pixels);
    const context = canvas?.getContext('2d');
    if (context) {
      context.scale(devicePixelRatio, devicePixelRatio);
      context.translate(sizePx / 2, sizePx / 2);
      paint(context);
    }
    stamp = canvas?.transferToImageBitmap() ?? null;
    stamps.set(key, stamp);
  }
  return stamp;
}

/** Puts a stamp's middle on a place given in pixels of the screen, to whole ones: between them it would blur, and take longer. The context must not be scaled. */
export function putStamp(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, stamp: Stamp | null, x: number, y: number): void {
  if (stamp) context.drawImage(stamp, Math.round(x - stamp.width / 2), Math.round(y - stamp.height / 2));
}

/** The stamp of a ring with a line of the colour: a key on a curve, or an extreme. `fill` null leaves it hollow. */
export function ringStamp(colour: string, radiusPx: number, fill: string | null): Stamp | null {
  return stampOf(`ring ${radiusPx} ${colour} ${fill}`, 2 * Math.ceil(radiusPx + 1), (context) => {
    context.beginPath();
    context.arc(0, 0, radiusPx, 0, 2 * Math.PI);
    context.strokeStyle = colour;
    context.lineWidth = radiusPx < 3 ? 1 : 1.5;
    if (fill) {
      context.fillStyle = fill;
      context.fill();
    }
    context.stroke();
  });
}

/** The stamps of a key in a crowd, as it is and selected. */
export function keyStamps(colour: string, radiusPx: number): { plain: Stamp | null; selected: Stamp | null } {
  const line = cssColour(colour);
  return { plain: ringStamp(line, radiusPx, cssColour('var(--page)')), selected: ringStamp(line, radiusPx, line) };
}
