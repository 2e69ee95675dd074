// Clips decoded and followed, off the page's own thread; and looked at picture by picture.
import type { Rate } from '@undulan/core';
import type { MediaLength } from './media-length.ts';
export { readClip } from './read-clip.ts';
export type { ReadClip } from './clip-worker.ts';
export { useClipPictures } from './use-clip-pictures.ts';
export type { ClipPictures } from './use-clip-pictures.ts';
export { useTakeClip } from './use-take-clip.ts';
export type { TakeFilm } from './use-take-clip.ts';
export { ClipPicture } from './ClipPicture.tsx';
export { UploadLine } from './UploadLine.tsx';
export { useClipUpload } from './use-clip-upload.ts';
export type { UploadState } from './use-clip-upload.ts';
export { useClipFile } from './use-clip-file.ts';
export { useFollowed } from './use-followed.ts';
export type { Followed, SpotPart } from './use-followed.ts';
export type { MediaLength } from './media-length.ts';
export { PictureSlider } from './PictureSlider.tsx';
export { pictureAt } from './picture-at.ts';

/** As `lengthOfMedia`; what opens such files is fetched with the first of them. */
export const lengthOfMedia = async (file: File, rate: Rate): Promise<MediaLength> =>
  (await import('./media-length.ts')).lengthOfMedia(file, rate);
