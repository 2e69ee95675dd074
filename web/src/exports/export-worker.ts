import UPNG from '@pdf-lib/upng';
import { gifDelays, GifWriter } from '@undulan/core';
import { zipSync } from 'fflate';
import { quantize } from 'gifenc';
import { BufferTarget, CanvasSource, Mp4OutputFormat, Output, QUALITY_HIGH, WebMOutputFormat } from 'mediabunny';
import type { MovingPlan } from './export-plan.ts';

/** What the page sends: what is to be made, then picture after picture, then that there are no more. */
export type ToExport = { plan: MovingPlan } | { picture: ImageBitmap } | { end: true };
/** What comes back: that a picture is taken, the file, or why there is none. */
export type FromExport = { taken: number } | { file: Uint8Array<ArrayBuffer> } | { problem: string };

interface Writer {
  add: (picture: ImageBitmap, number: number) => Promise<void> | void;
  finish: () => Promise<Uint8Array<ArrayBuffer>> | Uint8Array<ArrayBuffer>;
}

function canvasFor({ widthPx, heightPx, transparent }: MovingPlan) {
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d', { alpha: transparent, willReadFrequently: true })!;
  const put = (picture: ImageBitmap): void => {
    context.clearRect(0, 0, widthPx, heightPx);
    context.drawImage(picture, 0, 0);
    picture.close();
  };
  return { canvas, put, pixels: () => context.getImageData(0, 0, widthPx, heightPx).data };
}

/** At most so many colours that stand for all of a picture, each as 0xBBGGRR. */
function reduce(pixels: Uint32Array, most: number): number[] {
  const bytes = new Uint8Array(pixels.buffer, pixels.byteOffset, pixels.byteLength);
  return quantize(bytes, most).map(([red, green, blue]) => red! | (green! << 8) | (blue! << 16));
}

function gifWriter(plan: MovingPlan): Writer {
  const { put, pixels } = canvasFor(plan);
  const { widthPx, heightPx, loops, transparent, frames, fps } = plan;
  const delays = gifDelays(frames.length, () => 1 / fps);
  const gif = new GifWriter({ widthPx, heightPx, loops, transparent, reduce });
  return {
    add: (picture, number) => {
      put(picture);
      gif.add({ pixels: pixels(), delay: delays[number]! });
    },
    finish: () => gif.finish(),
  };
}

/** The package's types leave its last argument out. */
const encodeApng = UPNG.encode as (
  ...given: [...Parameters<typeof UPNG.encode>, tabs: { loop: number }]
) => ArrayBuffer;

function apngWriter(plan: MovingPlan): Writer {
  const { put, pixels } = canvasFor(plan);
  const pictures: ArrayBuffer[] = [];
  return {
    add: (picture) => {
      put(picture);
      pictures.push(pixels().buffer);
    },
    finish: () => {
      // In thousandths, the rest carried on: together they are as long as they should be.
      const delays = gifDelays(pictures.length, () => 10 / plan.fps);
      // How often it plays; 0 is without end.
      const loop = plan.loops ? 0 : 1;
      return new Uint8Array(encodeApng(pictures, plan.widthPx, plan.heightPx, 0, delays, { loop }));
    },
  };
}

function framesWriter(plan: MovingPlan): Writer {
  const { canvas, put } = canvasFor(plan);
  const files: Record<string, Uint8Array> = {};
  const digits = Math.max(4, String(plan.frames.length).length);
  return {
    add: async (picture, number) => {
      put(picture);
      const blob = await canvas.convertToBlob({ type: 'image/png' });
      files[`frame-${String(number + 1).padStart(digits, '0')}.png`] = new Uint8Array(await blob.arrayBuffer());
    },
    // PNG is packed already.
    finish: () => zipSync(files, { level: 0 }),
  };
}

async function filmWriter(plan: MovingPlan): Promise<Writer> {
  const { canvas, put } = canvasFor(plan);
  const target = new BufferTarget();
  const output = new Output({ format: plan.kind === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat(), target });
  const codec = plan.kind === 'mp4' ? 'avc' : plan.kind === 'webm' ? 'vp9' : 'av1';
  const source = new CanvasSource(canvas, { codec, bitrate: QUALITY_HIGH, keyFrameInterval: 1 });
  output.addVideoTrack(source, { frameRate: plan.fps });
  await output.start();
  return {
    add: async (picture, number) => {
      put(picture);
      await source.add(number / plan.fps, 1 / plan.fps);
    },
    finish: async () => {
      await output.finalize();
      return new Uint8Array(target.buffer!);
    },
  };
}

async function writerFor(plan: MovingPlan): Promise<Writer> {
  if (plan.kind === 'gif') return gifWriter(plan);
  if (plan.kind === 'apng') return apngWriter(plan);
  if (plan.kind === 'frames') return framesWriter(plan);
  return filmWriter(plan);
}

const answer = (said: FromExport, transfer: Transferable[] = []): void => postMessage(said, { transfer });

let writer: Promise<Writer> | null = null;
let number = 0;
/** One after the other, in the order they came. */
let work: Promise<void> = Promise.resolve();

async function take(said: ToExport): Promise<void> {
  if ('plan' in said) {
    writer = writerFor(said.plan);
    await writer;
  } else if ('picture' in said) {
    await (await writer!).add(said.picture, number++);
    answer({ taken: number });
  } else {
    const file = await (await writer!).finish();
    answer({ file }, [file.buffer]);
  }
}

addEventListener('message', ({ data }: MessageEvent<ToExport>) => {
  work = work
    .then(() => take(data))
    .catch((error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }));
});
