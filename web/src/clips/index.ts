// Clips decoded and followed, off the page's own thread; and looked at picture by picture.
export { readClip } from './read-clip.ts';
export type { ReadClip } from './clip-worker.ts';
export { openPictures } from './clip-pictures.ts';
export type { ClipPictures } from './clip-pictures.ts';
export { uploadClip } from './upload-clip.ts';
export type { ClipUpload } from './upload-clip.ts';
