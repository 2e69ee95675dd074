import type { Rate } from '@undulan/core';
import { useEffect, useState } from 'react';
import type { FromPictures, ToPictures } from './pictures-worker.ts';

/** A clip's pictures as far as they are decoded, smaller where there are many, and when each is shown. */
export interface ClipPictures {
  /** Pixels of the clip. */
  width: number;
  height: number;
  pictures: readonly ImageBitmap[];
  seconds: readonly number[];
  /** There are no more to come. */
  isWhole: boolean;
  /** The clip goes on, but no more of it fit. */
  isCut: boolean;
}

/** While pictures come they are shown so often. */
const SHOWN_MS = 150;

/** Decodes a clip in a worker, for looking at; null until its first picture is there. */
export function useClipPictures(
  files: readonly File[],
  rate: Rate,
): { clip: ClipPictures | null; problem: string | null } {
  const [came, setCame] = useState<{ of: readonly File[]; clip: ClipPictures } | null>(null);
  const [failed, setFailed] = useState<{ of: readonly File[]; problem: string } | null>(null);
  const { num, den } = rate;

  useEffect(() => {
    if (files.length === 0) return undefined;
    const worker = new Worker(new URL('pictures-worker.ts', import.meta.url), { type: 'module' });
    const clip: ClipPictures & { pictures: ImageBitmap[]; seconds: number[] } = {
      width: 0,
      height: 0,
      pictures: [],
      seconds: [],
      isWhole: false,
      isCut: false,
    };
    let shownAt = -Infinity;
    const show = (): void => {
      shownAt = performance.now();
      setCame({ of: files, clip: { ...clip, pictures: [...clip.pictures], seconds: [...clip.seconds] } });
    };
    worker.addEventListener('error', ({ message }) => setFailed({ of: files, problem: message }));
    worker.addEventListener('message', ({ data }: MessageEvent<FromPictures>) => {
      if ('problem' in data) setFailed({ of: files, problem: data.problem });
      else if ('done' in data) {
        clip.isWhole = true;
        clip.isCut = data.isCut;
        show();
      } else {
        [clip.width, clip.height] = [data.width, data.height];
        clip.pictures.push(data.picture);
        clip.seconds.push(data.seconds);
        if (performance.now() - shownAt > SHOWN_MS) show();
      }
    });
    worker.postMessage({ files, rate: { num, den } } satisfies ToPictures);
    return () => {
      worker.terminate();
      for (const picture of clip.pictures) picture.close();
    };
  }, [files, num, den]);

  return {
    clip: came?.of === files ? came.clip : null,
    problem: failed?.of === files ? failed.problem : null,
  };
}
