// Clips decoded and followed, off the page's own thread; and looked at picture by picture.
export { readClip } from './read-clip.ts';
export type { ReadClip } from './clip-worker.ts';
export { useClipPictures } from './use-clip-pictures.ts';
export type { ClipPictures } from './use-clip-pictures.ts';
export { useTakeClip } from './use-take-clip.ts';
export type { TakeFilm } from './use-take-clip.ts';
export { uploadClip } from './upload-clip.ts';
export type { ClipUpload } from './upload-clip.ts';
