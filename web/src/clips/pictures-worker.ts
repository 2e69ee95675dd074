import type { Rate } from '@undulan/core';
import { picturesOfClip } from './decode-clip.ts';

/** A clip to be decoded for looking at. */
export interface ToPictures {
  files: readonly File[];
  rate: Rate;
}

/** Picture after picture, then that there are no more, or why there are none. */
export type FromPictures =
  | { picture: ImageBitmap; seconds: number; width: number; height: number }
  | { done: true; isCut: boolean }
  | { problem: string };

/** Pictures are looked at in at most this many pixels, and the more of them there are the fewer. */
const MOST_PIXELS = 960 * 540;
const FEW = 48;
const LEAST_PIXELS = 240 * 135;
/** More do not fit a memory: a film that is longer is looked at as far as that. */
const MOST_KEPT = 1800;

const answer = (said: FromPictures, transfer: Transferable[] = []): void => postMessage(said, { transfer });

async function decode({ files, rate }: ToPictures): Promise<void> {
  let count = 0;
  let isCut = false;
  for await (const { seconds, width, height, draw } of picturesOfClip(files, rate)) {
    if (++count > MOST_KEPT) {
      isCut = true;
      break;
    }
    const pixels = Math.max(LEAST_PIXELS, MOST_PIXELS / Math.max(1, count / FEW));
    const scale = Math.max(1, Math.sqrt((width * height) / pixels));
    const canvas = new OffscreenCanvas(Math.round(width / scale), Math.round(height / scale));
    draw(canvas.getContext('2d')!, canvas.width, canvas.height);
    const picture = canvas.transferToImageBitmap();
    answer({ picture, seconds, width, height }, [picture]);
  }
  answer({ done: true, isCut });
}

addEventListener('message', ({ data }: MessageEvent<ToPictures>) => {
  decode(data).catch((error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }));
});
