import type { ClipPictures } from './use-clip-pictures.ts';

/** The picture that is shown some seconds after the first, as far as pictures are there; null of none. */
export function pictureAt({ seconds, pictures }: ClipPictures, sinceFirst: number): ImageBitmap | null {
  const at = (seconds[0] ?? 0) + sinceFirst;
  // The last that is shown by then.
  let [low, high] = [0, pictures.length];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (seconds[middle]! <= at) low = middle;
    else high = middle;
  }
  return pictures[low] ?? null;
}
