import type { MotionDocument } from '@undulan/core';
import { drawSkins, type MaskFrame, type SkinsOf } from './skin-mask.ts';
import type { MotionOf, SkinsReady } from './skin-worker.ts';

/** Kept: the skins of the frame the playhead is on, of those it left, and of those it comes to. */
const MOST_KEPT = 8;

/** The skins of the motion on the stage, by the frame they lie beneath; another motion, size or choice begins anew. */
let motionShown: MotionDocument | null = null;
let frameShown = '';
const ready = new Map<number, ImageBitmap>();
const asked = new Set<number>();
let worker: Worker | null = null;

function keep(under: number, image: ImageBitmap): void {
  ready.set(under, image);
  const [oldest] = ready.keys();
  if (ready.size <= MOST_KEPT || oldest === undefined) return;
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
  worker.addEventListener('message', ({ data: { under, image } }: MessageEvent<SkinsReady>) => {
    asked.delete(under);
    keep(under, image);
  });
  worker.postMessage({ motion, maskFrame } satisfies MotionOf);
  return worker;
}

/** What skins for a canvas are like. */
export function maskFrameOf(
  context: CanvasRenderingContext2D,
  { style, chosen }: Pick<MaskFrame, 'style' | 'chosen'>,
): MaskFrame {
  const { width, height } = context.canvas;
  const { a, e, f } = context.getTransform();
  return { width, height, scale: a, left: e, top: f, style, chosen };
}

/** Lays the skins of a moving picture on it: as they were drawn ahead, else drawn now. */
export function putSkins(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  maskFrame: MaskFrame,
  skins: SkinsOf,
): void {
  begin(motion, maskFrame);
  let image = ready.get(skins.under);
  if (!image) keep(skins.under, (image = drawSkins(motion, maskFrame, skins)));
  context.save();
  context.resetTransform();
  context.drawImage(image, 0, 0);
  context.restore();
}

/** Has skins drawn, off the page's own thread, that will be needed soon. */
export function drawAhead(motion: MotionDocument, maskFrame: MaskFrame, coming: readonly SkinsOf[]): void {
  if (typeof Worker === 'undefined') return;
  begin(motion, maskFrame);
  const missing = coming.filter(({ under }) => !ready.has(under) && !asked.has(under));
  if (missing.length === 0) return;
  for (const { under } of missing) asked.add(under);
  const frame = frameShown;
  // Once this frame is on screen: both at once would share what the machine has.
  setTimeout(() => {
    if (motion !== motionShown || frame !== frameShown) return;
    for (const skins of missing) started(motion, maskFrame).postMessage(skins);
  });
}
