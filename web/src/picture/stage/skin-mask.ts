import type { MotionDocument } from '@undulan/core';
import { type DrawOptions, drawScene } from './draw-scene.ts';

/** What all skins have in common: how large, where the stage lies in them, and how they are drawn. */
export interface MaskFrame {
  width: number;
  height: number;
  /** Of the stage, as a canvas is told: pixels of the mask a pixel of the stage, and where the stage begins. */
  scale: number;
  left: number;
  top: number;
  style: DrawOptions['style'];
  /** Which frames lie beneath one, and how, in any words: other ones are other skins. */
  chosen: string;
}

/** A skin: a frame of the motion in a colour, as faint as it is far away. */
export interface MaskOf {
  frame: number;
  colour: string;
  dashed: boolean;
  opacity: number;
}

/** All skins beneath a frame, back to front. */
export interface SkinsOf {
  under: number;
  skins: readonly MaskOf[];
}

/** Draws all skins beneath a frame, to be laid beneath the picture as one. */
export function drawSkins(
  motion: MotionDocument,
  { width, height, scale, left, top, style }: MaskFrame,
  { skins }: SkinsOf,
): ImageBitmap {
  const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const context = canvas.getContext('2d')!;
  context.setTransform(scale, 0, 0, scale, left, top);
  for (const { frame, ...look } of skins) {
    const options: DrawOptions = { style, ...look, bare: true, fast: true };
    drawScene(context, motion, frame, options);
  }
  return canvas.transferToImageBitmap();
}
