import { useSyncExternalStore } from 'react';

/** Pictures of subjects as they are fetched and decoded (off the main thread); null where one cannot be had. */
const pictures = new Map<string, ImageBitmap | null>();
const coming = new Set<string>();
const watchers = new Set<() => void>();
let loaded = 0;

async function load(id: string): Promise<void> {
  coming.add(id);
  let bitmap: ImageBitmap | null = null;
  try {
    const answer = await fetch(`/api/pictures/${id}`);
    if (answer.ok) bitmap = await createImageBitmap(await answer.blob());
  } catch {
    // Drawn as an empty frame; it is asked for again with the next page.
  }
  coming.delete(id);
  pictures.set(id, bitmap);
  loaded++;
  for (const watch of watchers) watch();
}

/** A picture, once it is there; asks for it the first time. */
export function loadedPicture(id: string): ImageBitmap | null {
  const picture = pictures.get(id);
  if (picture === undefined && !coming.has(id)) void load(id);
  return picture ?? null;
}

function watch(onLoaded: () => void): () => void {
  watchers.add(onLoaded);
  return () => watchers.delete(onLoaded);
}

/** Another number whenever a picture came: what shows scenes draws them anew. */
export function useLoadedPictures(): number {
  return useSyncExternalStore(watch, () => loaded);
}
