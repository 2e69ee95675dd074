import { type RefObject, useEffect, useRef, useState } from 'react';
import { pictureAt, type RenderedPreview } from './rendered-preview.ts';

interface RealTime {
  canvas: RefObject<HTMLCanvasElement | null>;
  isPlaying: boolean;
  toggle: () => void;
  /** Which of its pictures is up, from 0. */
  number: number;
  /** How many a second really are, over the last second; null before. */
  shown: number | null;
}

/** Plays a preview by the clock, again and again; it begins by itself. */
export function useRealTime(made: RenderedPreview): RealTime {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [isPlaying, setPlaying] = useState(true);
  const [number, setNumber] = useState(0);
  const [shown, setShown] = useState<number | null>(null);
  const begin = useRef(0);
  useEffect(() => {
    const picture = made.pictures[number];
    if (picture) canvas.current?.getContext('2d')?.drawImage(picture, 0, 0);
  }, [made, number]);
  useEffect(() => {
    if (!isPlaying) return undefined;
    const start = performance.now() - (1000 * begin.current) / made.plan.fps;
    // From one change of picture to another: a second that begins between two would count one too many.
    let [up, count, since] = [-1, -1, 0];
    let request = requestAnimationFrame(function step(now) {
      const next = pictureAt(Math.max(0, now - start) / 1000, made.plan);
      if (next !== up) {
        up = next;
        count++;
        if (count === 0) since = now;
        setNumber(next);
        begin.current = next;
        if (now - since >= 1000) {
          setShown((1000 * count) / (now - since));
          [count, since] = [0, now];
        }
      }
      request = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(request);
  }, [isPlaying, made]);
  return { canvas, isPlaying, toggle: () => setPlaying(!isPlaying), number, shown };
}
