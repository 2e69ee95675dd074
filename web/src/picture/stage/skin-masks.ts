import type { MotionDocument } from '@undulan/core';
import { type DrawOptions, drawScene } from './draw-scene.ts';

interface Mask {
  motion: MotionDocument;
  frame: number;
  name: string;
  image: ImageBitmap;
  /** The same in each colour it was asked for in. */
  tints: Map<string, ImageBitmap>;
}

/** The masks made last: a skin comes before the frame, and after it, and farther and farther away. */
let masks: Mask[] = [];
const MOST_MASKS = 24;

function maskOf(context: CanvasRenderingContext2D, motion: MotionDocument, frame: number, options: DrawOptions): Mask {
  const { width, height } = context.canvas;
  const { a, e, f } = context.getTransform();
  const name = `${options.style} ${options.dashed} ${width} ${height} ${a} ${e} ${f}`;
  const known = masks.find((mask) => mask.motion === motion && mask.frame === frame && mask.name === name);
  if (known) return known;
  const image = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const own = image.getContext('2d')!;
  own.setTransform(context.getTransform());
  drawScene(own as unknown as CanvasRenderingContext2D, motion, frame, { ...options, opacity: 1, colour: '#000000' });
  const mask = { motion, frame, name, image: image.transferToImageBitmap(), tints: new Map<string, ImageBitmap>() };
  masks = [mask, ...masks.slice(0, MOST_MASKS - 1)];
  return mask;
}

function tintOf({ image, tints }: Mask, colour: string): ImageBitmap {
  const known = tints.get(colour);
  if (known) return known;
  const canvas = new OffscreenCanvas(image.width, image.height);
  const context = canvas.getContext('2d')!;
  context.drawImage(image, 0, 0);
  context.globalCompositeOperation = 'source-in';
  context.fillStyle = colour;
  context.fillRect(0, 0, image.width, image.height);
  const tint = canvas.transferToImageBitmap();
  tints.set(colour, tint);
  return tint;
}

/** Draws a skin of a moving picture: its shape is drawn once, however far away and on which side it comes to lie. */
export function putSkin(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  frame: number,
  options: DrawOptions & { colour: string; opacity: number },
): void {
  const tint = tintOf(maskOf(context, motion, frame, options), options.colour);
  context.save();
  context.resetTransform();
  context.globalAlpha = options.opacity;
  context.drawImage(tint, 0, 0);
  context.restore();
}
