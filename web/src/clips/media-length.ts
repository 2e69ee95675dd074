import { isSound, KIND_BYTES, mediaKindOf, mediaType, type Rate } from '@undulan/core';
import { ALL_FORMATS, BlobSource, Input } from 'mediabunny';
import { picturesOfClip } from './decode-clip.ts';
import { ClipProblem } from './open-clip.ts';

/** What a file is, and how long it lasts. */
export interface MediaLength {
  /** Its media type, by its content. */
  type: string;
  seconds: number;
}

/** Pictures that move by themselves last as long as their times say, the last as long as the one before. */
async function secondsOfPictures(file: File, rate: Rate): Promise<number> {
  let [last, before] = [0, 0];
  for await (const { seconds } of picturesOfClip([file], rate)) [before, last] = [last, seconds];
  return last + (last - before);
}

/** What a film, a sound or moving pictures are, and how long. Rejects with a `ClipProblem` of any other, or broken. */
export async function lengthOfMedia(file: File, rate: Rate): Promise<MediaLength> {
  const kind = mediaKindOf(new Uint8Array(await file.slice(0, KIND_BYTES).arrayBuffer()));
  if (!kind)
    throw new ClipProblem('This is neither footage nor sound: WebM, MP4, GIF, animated PNG, WAV, MP3, Ogg or FLAC.');
  const type = mediaType(kind);
  if (kind !== 'webm' && kind !== 'mp4' && !isSound(kind))
    return { type, seconds: await secondsOfPictures(file, rate) };
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  try {
    if (!(await input.getPrimaryVideoTrack()) && !(await input.getPrimaryAudioTrack()))
      throw new ClipProblem('There is nothing to see or hear in this file.');
    return { type, seconds: await input.computeDuration() };
  } catch (error) {
    if (error instanceof ClipProblem) throw error;
    throw new ClipProblem('This file is broken: it cannot be read to its end.', { cause: error });
  } finally {
    input.dispose();
  }
}
