import { clipType } from '@undulan/core';
import { ALL_FORMATS, BlobSource, Input, VideoSampleSink } from 'mediabunny';
import { openClip } from './open-clip.ts';

/** Draws a picture of a clip into all of a canvas; false where there is none. */
type DrawAt = (context: CanvasRenderingContext2D, number: number, seconds: number) => Promise<boolean>;

/** Pictures of a clip for looking at, by their number and time. */
export interface ClipPictures {
  width: number;
  height: number;
  draw: DrawAt;
  close: () => void;
}

/** A time just within a picture: what is asked for at its very beginning may be the one before. */
const WITHIN = 1e-4;

async function filmPictures(file: Blob): Promise<ClipPictures> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw new Error('There are no pictures in this film.');
  const sink = new VideoSampleSink(track);
  return {
    width: track.displayWidth,
    height: track.displayHeight,
    draw: async (context, _number, seconds) => {
      const sample = await sink.getSample(seconds + WITHIN);
      if (!sample) return false;
      sample.draw(context, 0, 0, context.canvas.width, context.canvas.height);
      sample.close();
      return true;
    },
    close: () => input.dispose(),
  };
}

async function imagePictures(file: Blob, type: string): Promise<ClipPictures> {
  const decoder = new ImageDecoder({ data: file.stream(), type });
  await decoder.completed;
  const { image } = await decoder.decode({ frameIndex: 0 });
  const [width, height] = [image.displayWidth, image.displayHeight];
  image.close();
  return {
    width,
    height,
    draw: async (context, frameIndex) => {
      const shown = await decoder.decode({ frameIndex }).catch(() => null);
      if (!shown) return false;
      context.clearRect(0, 0, context.canvas.width, context.canvas.height);
      context.drawImage(shown.image, 0, 0, context.canvas.width, context.canvas.height);
      shown.image.close();
      return true;
    },
    close: () => decoder.close(),
  };
}

async function numberedPictures(files: readonly (readonly [string, Blob])[]): Promise<ClipPictures> {
  const first = await createImageBitmap(files[0]![1]);
  const [width, height] = [first.width, first.height];
  first.close();
  return {
    width,
    height,
    draw: async (context, number) => {
      const file = files[number]?.[1];
      const image = file && (await createImageBitmap(file).catch(() => null));
      if (!image) return false;
      context.clearRect(0, 0, context.canvas.width, context.canvas.height);
      context.drawImage(image, 0, 0, context.canvas.width, context.canvas.height);
      image.close();
      return true;
    },
    close: () => undefined,
  };
}

/** Opens a clip for looking at it picture by picture. Rejects where it is none. */
export async function openPictures(files: readonly File[]): Promise<ClipPictures> {
  const clip = await openClip(files);
  if (clip.is === 'film') return filmPictures(clip.file);
  if (clip.is === 'moving') return imagePictures(clip.file, clipType(clip.kind));
  return numberedPictures(clip.files);
}
