import type { MotionDocument } from '@undulan/core';
import { drawSkins, type MaskFrame, type SkinsOf } from './skin-mask.ts';

/** The motion whose skins are asked for from now on. */
export interface MotionOf {
  motion: MotionDocument;
  maskFrame: MaskFrame;
}

/** The skins beneath a frame are ready. */
export interface SkinsReady {
  under: number;
  image: ImageBitmap;
}

let of: MotionOf | null = null;

/** Draws the skins of the frames the playhead comes to next, while the page draws the one it is on. */
addEventListener('message', ({ data }: MessageEvent<MotionOf | SkinsOf>) => {
  if ('motion' in data) of = data;
  else if (of) {
    const image = drawSkins(of.motion, of.maskFrame, data);
    const ready: SkinsReady = { under: data.under, image };
    postMessage(ready, { transfer: [image] });
  }
});
