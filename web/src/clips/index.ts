// Clips decoded and followed, off the page's own thread.
export { readClip } from './read-clip.ts';
export type { ReadClip } from './clip-worker.ts';
