import type { TakeClip } from '@undulan/contract';
import { framesPerSecond, shakeOnFrames } from '@undulan/core';
import { useCallback, useMemo } from 'react';
import { pictureAt } from './picture-at.ts';
import { useClipFile } from './use-clip-file.ts';
import { useClipPictures } from './use-clip-pictures.ts';

/** The clip of a take, as it lies over the stage. */
export interface TakeFilm {
  /** Draws what is shown on a frame of the take, from 0, in stage pixels; false where nothing is there yet. */
  put: (context: CanvasRenderingContext2D, frame: number) => boolean;
  problem: string | null;
}

/** Fetches and decodes the clip of a take; null of one that is none. */
export function useTakeClip(clip: TakeClip | null): TakeFilm | null {
  const { files, problem: notFetched } = useClipFile(clip?.id, clip?.name ?? '');
  const rate = clip?.track.rate ?? { num: 24, den: 1 };
  const { clip: decoded, problem } = useClipPictures(files, rate);
  const shakes = useMemo(() => clip && shakeOnFrames(clip.track), [clip]);
  const put = useCallback<TakeFilm['put']>(
    (context, frame) => {
      const picture = clip && decoded && pictureAt(decoded, (frame + 0.01) / framesPerSecond(clip.track.rate));
      if (!picture) return false;
      const { scale, shift } = clip.registration;
      // What the camera moved is taken out of the picture as it is of the track.
      const shake = shakes?.[Math.round(frame)] ?? { x: 0, y: 0 };
      context.drawImage(
        picture,
        shift.x - shake.x * scale,
        shift.y - shake.y * scale,
        clip.width * scale,
        clip.height * scale,
      );
      return true;
    },
    [decoded, clip, shakes],
  );
  return clip ? { put, problem: notFetched ?? problem } : null;
}
