import { useSyncExternalStore } from 'react';

/**
 * Pictures of subjects as they are fetched and decoded (off the main thread), each with its halves, the largest first;
 * null where one cannot be had.
 */
const pictures = new Map<string, ImageBitmap[] | null>();
const coming = new Set<string>();
const watchers = new Set<() => void>();
let loaded = 0;

const SMALLEST_PX = 64;

/** A picture and its halves: one much larger than it is seen is slow to draw, and flickers as it moves. */
async function halved(picture: ImageBitmap): Promise<ImageBitmap[]> {
  const sizes = [picture];
  for (let last = picture; Math.min(last.width, last.height) >= 2 * SMALLEST_PX; sizes.push(last))
    last = await createImageBitmap(last, {
      resizeWidth: Math.ceil(last.width / 2),
      resizeHeight: Math.ceil(last.height / 2),
      resizeQuality: 'high',
    });
  return sizes;
}

async function load(id: string): Promise<void> {
  coming.add(id);
  let sizes: ImageBitmap[] | null = null;
  try {
    const answer = await fetch(`/api/pictures/${id}`);
    if (answer.ok) sizes = await halved(await createImageBitmap(await answer.blob()));
  } catch {
    // Drawn as an empty frame; it is asked for again with the next page.
  }
  coming.delete(id);
  pictures.set(id, sizes);
  loaded++;
  for (const watch of watchers) watch();
}

/** A picture, once it is there, no smaller than it will be seen; asks for it the first time. */
export function loadedPicture(id: string, seenWidthPx: number): ImageBitmap | null {
  const sizes = pictures.get(id);
  if (sizes === undefined && !coming.has(id)) void load(id);
  return sizes?.findLast(({ width }) => width >= seenWidthPx) ?? sizes?.[0] ?? null;
}

/** Once some pictures are there, or cannot be had. */
export async function loadPictures(ids: readonly string[]): Promise<void> {
  await Promise.all([...new Set(ids)].filter((id) => !pictures.get(id)).map(load));
}

function watch(onLoaded: () => void): () => void {
  watchers.add(onLoaded);
  return () => watchers.delete(onLoaded);
}

/** Another number whenever a picture came: what shows scenes draws them anew. */
export function useLoadedPictures(): number {
  return useSyncExternalStore(watch, () => loaded);
}
