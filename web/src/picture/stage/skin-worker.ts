import type { MotionDocument } from '@undulan/core';
import { drawMask, type MaskFrame, type MaskOf } from './skin-mask.ts';

/** The motion whose skins are asked for from now on. */
export interface SkinsOf {
  motion: MotionDocument;
  maskFrame: MaskFrame;
}

/** A skin that is ready. */
export interface SkinReady {
  mask: MaskOf;
  image: ImageBitmap;
}

let of: SkinsOf | null = null;

/** Draws the skins of the frames the playhead comes to next, while the page draws the one it is on. */
addEventListener('message', ({ data }: MessageEvent<SkinsOf | MaskOf>) => {
  if ('motion' in data) of = data;
  else if (of) {
    const image = drawMask(of.motion, of.maskFrame, data);
    const ready: SkinReady = { mask: data, image };
    postMessage(ready, { transfer: [image] });
  }
});
