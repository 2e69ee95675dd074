import type { TakeClip } from '@undulan/contract';
import { framesPerSecond } from '@undulan/core';
import { useCallback, useEffect, useState } from 'react';
import { useClipPictures } from './use-clip-pictures.ts';

const NOTHING: readonly File[] = [];

/** The clip of a take, as it lies over the stage. */
export interface TakeFilm {
  /** Draws what is shown on a frame of the take, from 0, in stage pixels; false where nothing is there yet. */
  put: (context: CanvasRenderingContext2D, frame: number) => boolean;
  problem: string | null;
}

/** Fetches and decodes the clip of a take; null of one that is none. */
export function useTakeClip(clip: TakeClip | null): TakeFilm | null {
  const [fetched, setFetched] = useState<{ id: string; files: readonly File[]; problem: string | null } | null>(null);
  const id = clip?.id;
  const name = clip?.name ?? '';
  useEffect(() => {
    if (!id) return undefined;
    const leaving = new AbortController();
    const fetchIt = async (): Promise<void> => {
      const answer = await fetch(`/api/clips/${id}`, { signal: leaving.signal });
      if (!answer.ok) throw new Error('The clip could not be fetched.');
      setFetched({ id, files: [new File([await answer.blob()], name)], problem: null });
    };
    fetchIt().catch(() => {
      if (!leaving.signal.aborted) setFetched({ id, files: NOTHING, problem: 'The clip could not be fetched.' });
    });
    return () => leaving.abort();
  }, [id, name]);
  const own = fetched?.id === id ? fetched : null;
  const rate = clip?.track.rate ?? { num: 24, den: 1 };
  const { clip: decoded, problem } = useClipPictures(own?.files ?? NOTHING, rate);
  const put = useCallback<TakeFilm['put']>(
    (context, frame) => {
      if (!decoded || !clip) return false;
      const { seconds, pictures } = decoded;
      const at = (seconds[0] ?? 0) + (frame + 0.01) / framesPerSecond(clip.track.rate);
      // The last that is shown by then.
      let [low, high] = [0, pictures.length];
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (seconds[middle]! <= at) low = middle;
        else high = middle;
      }
      const picture = pictures[low];
      if (!picture) return false;
      const { scale, shift } = clip.registration;
      context.drawImage(picture, shift.x, shift.y, clip.width * scale, clip.height * scale);
      return true;
    },
    [decoded, clip],
  );
  return clip ? { put, problem: own?.problem ?? problem } : null;
}
