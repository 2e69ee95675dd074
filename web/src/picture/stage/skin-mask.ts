import type { MotionDocument } from '@undulan/core';
import { type DrawOptions, drawScene } from './draw-scene.ts';

/** What all masks of an onion skin have in common: how large, where the stage lies in them, and how they are drawn. */
export interface MaskFrame {
  width: number;
  height: number;
  /** Of the stage, as a canvas is told: pixels of the mask a pixel of the stage, and where the stage begins. */
  scale: number;
  left: number;
  top: number;
  style: DrawOptions['style'];
}

/** One of them: of a frame of the motion, in a colour. */
export interface MaskOf {
  frame: number;
  colour: string;
  dashed: boolean;
}

/** Draws a skin once, in its colour and flat, to be laid beneath the picture as faintly as it is far away. */
export function drawMask(
  motion: MotionDocument,
  { width, height, scale, left, top, style }: MaskFrame,
  { frame, colour, dashed }: MaskOf,
): ImageBitmap {
  const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const context = canvas.getContext('2d')!;
  context.setTransform(scale, 0, 0, scale, left, top);
  const look: DrawOptions = { style, colour, dashed, bare: true, fast: true, opacity: 1 };
  drawScene(context, motion, frame, look);
  return canvas.transferToImageBitmap();
}
