import { apngSeconds, framesPerSecond, type MediaKind, mediaType, MOST_CLIP_PICTURES, type Rate } from '@undulan/core';
import { ALL_FORMATS, BlobSource, Input, VideoSampleSink } from 'mediabunny';
import { ClipProblem, openClip } from './open-clip.ts';

/** One picture of a clip, as the browser decoded it, until the next is asked for. */
export interface DecodedPicture {
  /** When it is shown, as the file says; of numbered images by their rate. */
  seconds: number;
  width: number;
  height: number;
  draw: (context: OffscreenCanvasRenderingContext2D, width: number, height: number) => void;
}

/** Pictures larger than this on a side, or films longer than this, are refused before they are decoded. */
const MOST_SIDE = 8192;
const MOST_PIXELS = 4096 * 4096;

function checkSize(width: number, height: number): void {
  if (!(width > 0) || !(height > 0)) throw new ClipProblem('This file has no picture to show.');
  if (width > MOST_SIDE || height > MOST_SIDE || width * height > MOST_PIXELS)
    throw new ClipProblem(`Its pictures are too large: ${width} × ${height}; at most ${MOST_SIDE} pixels a side.`);
}

function checkCount(count: number): void {
  if (count > MOST_CLIP_PICTURES)
    throw new ClipProblem(`This clip is too long: at most ${MOST_CLIP_PICTURES} pictures are read.`);
}

async function* picturesOfFilm(file: Blob): AsyncGenerator<DecodedPicture> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new ClipProblem('There are no pictures in this film.');
    checkSize(track.displayWidth, track.displayHeight);
    if (!(await track.canDecode()))
      throw new ClipProblem(`This browser cannot decode this film (${track.codec ?? 'of an unknown kind'}).`);
    let count = 0;
    for await (const sample of new VideoSampleSink(track).samples()) {
      checkCount(++count);
      try {
        yield {
          seconds: sample.timestamp,
          width: sample.displayWidth,
          height: sample.displayHeight,
          draw: (context, width, height) => sample.draw(context, 0, 0, width, height),
        };
      } finally {
        sample.close();
      }
    }
  } finally {
    input.dispose();
  }
}

/** GIF, animated PNG and WebP: pictures with times of their own. */
async function* picturesOfImage(file: Blob, kind: MediaKind): AsyncGenerator<DecodedPicture> {
  const decoder = new ImageDecoder({ data: file.stream(), type: mediaType(kind) });
  try {
    await decoder.completed;
    const count = decoder.tracks.selectedTrack?.frameCount ?? 0;
    checkCount(count);
    const said = kind === 'png' ? apngSeconds(new Uint8Array(await file.arrayBuffer())) : null;
    let seconds = 0;
    for (let frameIndex = 0; frameIndex < count; frameIndex++) {
      const { image } = await decoder.decode({ frameIndex });
      try {
        checkSize(image.displayWidth, image.displayHeight);
        yield {
          seconds: said?.[frameIndex] ?? seconds,
          width: image.displayWidth,
          height: image.displayHeight,
          draw: (context, width, height) => context.drawImage(image, 0, 0, width, height),
        };
        seconds += (image.duration ?? 100_000) / 1e6;
      } finally {
        image.close();
      }
    }
  } finally {
    decoder.close();
  }
}

async function* picturesOfNumbered(
  files: readonly (readonly [name: string, blob: Blob])[],
  rate: Rate,
): AsyncGenerator<DecodedPicture> {
  checkCount(files.length);
  for (const [i, [name, file]] of files.entries()) {
    const image = await createImageBitmap(file).catch(() => {
      throw new ClipProblem(`“${name}” cannot be read as a picture.`);
    });
    try {
      checkSize(image.width, image.height);
      yield {
        seconds: i / framesPerSecond(rate),
        width: image.width,
        height: image.height,
        draw: (context, width, height) => context.drawImage(image, 0, 0, width, height),
      };
    } finally {
      image.close();
    }
  }
}

/**
 * The pictures of a clip in order, each with the time it is shown at; numbered images run at `rate`. Rejects with a
 * `ClipProblem` where it is no clip, broken, or too much.
 */
export async function* picturesOfClip(files: readonly File[], rate: Rate): AsyncGenerator<DecodedPicture> {
  try {
    const clip = await openClip(files);
    if (clip.is === 'film') yield* picturesOfFilm(clip.file);
    else if (clip.is === 'moving') yield* picturesOfImage(clip.file, clip.kind);
    else yield* picturesOfNumbered(clip.files, rate);
  } catch (error) {
    if (error instanceof ClipProblem || (error instanceof DOMException && error.name === 'AbortError')) throw error;
    throw new ClipProblem('This clip is broken: it cannot be read to its end.', { cause: error });
  }
}
