import type { MotionDocument } from '@undulan/core';
import type { DrawOptions } from './draw-scene.ts';
import { drawMask, type MaskFrame, type MaskOf } from './skin-mask.ts';
import type { SkinReady, SkinsOf } from './skin-worker.ts';

/** Masks kept: of the frame the playhead is on, of those it left, and of those it comes to. */
const MOST_MASKS = 24;
/** As many skins as can be kept for a frame and those after it. */
export const MOST_AHEAD = MOST_MASKS / 2;

/** The masks of the motion that is on the stage; another motion, size or style begins anew. */
let motionShown: MotionDocument | null = null;
let frameShown = '';
const ready = new Map<string, ImageBitmap>();
const asked = new Set<string>();
let worker: Worker | null = null;

const nameOf = ({ frame, colour }: MaskOf): string => `${frame} ${colour}`;

function keep(name: string, image: ImageBitmap): void {
  ready.set(name, image);
  const [oldest] = ready.keys();
  if (ready.size <= MOST_MASKS || oldest === undefined) return;
  ready.get(oldest)?.close();
  ready.delete(oldest);
}

function begin(motion: MotionDocument, maskFrame: MaskFrame): void {
  const name = JSON.stringify(maskFrame);
  if (motion === motionShown && name === frameShown) return;
  motionShown = motion;
  frameShown = name;
  for (const image of ready.values()) image.close();
  ready.clear();
  asked.clear();
  // What it still draws is of what was; the next one asked for starts another.
  worker?.terminate();
  worker = null;
}

function started(motion: MotionDocument, maskFrame: MaskFrame): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('skin-worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('message', ({ data: { mask, image } }: MessageEvent<SkinReady>) => {
    asked.delete(nameOf(mask));
    keep(nameOf(mask), image);
  });
  worker.postMessage({ motion, maskFrame } satisfies SkinsOf);
  return worker;
}

/** What masks for a canvas are like. */
export function maskFrameOf(context: CanvasRenderingContext2D, style: DrawOptions['style']): MaskFrame {
  const { width, height } = context.canvas;
  const { a, e, f } = context.getTransform();
  return { width, height, scale: a, left: e, top: f, style };
}

/** Lays a skin of a moving picture on it: as it was drawn ahead, else drawn now. */
export function putSkin(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  maskFrame: MaskFrame,
  { opacity, ...mask }: MaskOf & { opacity: number },
): void {
  begin(motion, maskFrame);
  let image = ready.get(nameOf(mask));
  if (!image) keep(nameOf(mask), (image = drawMask(motion, maskFrame, mask)));
  context.save();
  context.resetTransform();
  context.globalAlpha = opacity;
  context.drawImage(image, 0, 0);
  context.restore();
}

/** Has skins drawn, off the page's own thread, that will be needed soon. */
export function drawAhead(motion: MotionDocument, maskFrame: MaskFrame, masks: readonly MaskOf[]): void {
  if (typeof Worker === 'undefined') return;
  begin(motion, maskFrame);
  const missing = masks.filter((mask) => !ready.has(nameOf(mask)) && !asked.has(nameOf(mask)));
  if (missing.length === 0) return;
  for (const mask of missing) asked.add(nameOf(mask));
  const frame = frameShown;
  // Once this frame is on screen: both at once would share what the machine has.
  setTimeout(() => {
    if (motion !== motionShown || frame !== frameShown) return;
    for (const mask of missing) started(motion, maskFrame).postMessage(mask);
  });
}
