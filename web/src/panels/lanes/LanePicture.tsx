import { mainMovement } from '@undulan/core';
import { useCallback, useEffect, useLayoutEffect, useRef } from 'react';
import { drawScene, putTrail, useLoadedPictures } from '../../picture/stage/index.ts';
import { useOnFrame } from '../../time/index.ts';
import { cssColour, type Size, useSize } from '../../ui/index.ts';
import { fitPart, type ShownLane, type StagePart } from './lane-view.ts';

interface LanePictureProps {
  /** Drawn back to front; those after the first as outlines over it. */
  lanes: readonly ShownLane[];
  part: StagePart;
  label: string;
  trails: boolean;
}

function useCanvas(size: Size | null) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    if (!canvas.current || !size) return;
    canvas.current.width = Math.round(size.widthPx * devicePixelRatio);
    canvas.current.height = Math.round(size.heightPx * devicePixelRatio);
  }, [size]);
  return canvas;
}

/** Lanes in one picture, as large as the part of the stage where they move fits in it; with their ways beneath. */
export function LanePicture({ lanes, part, label, trails }: LanePictureProps) {
  const [measure, size] = useSize();
  const picture = useCanvas(size);
  const ways = useCanvas(size);
  const pictures = useLoadedPictures();

  const begin = useCallback(
    (canvas: HTMLCanvasElement | null) => {
      const context = canvas?.getContext('2d');
      if (!context || !size) return null;
      context.resetTransform();
      context.clearRect(0, 0, context.canvas.width, context.canvas.height);
      const { scale, x, y } = fitPart(part, size.widthPx, size.heightPx);
      const ratio = devicePixelRatio;
      context.setTransform(scale * ratio, 0, 0, scale * ratio, x * ratio, y * ratio);
      return context;
    },
    [part, size],
  );

  const paint = useCallback(
    (frame: number) => {
      const context = begin(picture.current);
      if (!context) return;
      for (const [i, { motion, mark, frameOf }] of lanes.entries()) {
        if (i === 0) drawScene(context, motion, frameOf(frame), { style: 'filled', fast: true });
        if (lanes.length > 1)
          drawScene(context, motion, frameOf(frame), { style: 'outline', colour: cssColour(mark.colour) });
      }
    },
    // A picture that came is drawn.
    // oxlint-disable-next-line react/exhaustive-deps
    [begin, lanes, pictures],
  );
  useOnFrame(paint);

  useEffect(() => {
    const context = begin(ways.current);
    if (!context || !trails) return;
    for (const { motion, mark } of lanes) {
      const moved = mainMovement(motion);
      const isWay = moved?.track.id === 'position' || moved?.track.id === 'travel';
      if (isWay) putTrail(context, motion, moved.subject, cssColour(mark.colour), mark.dash !== '');
    }
  }, [begin, lanes, trails, ways]);

  return (
    <div ref={measure} className="relative h-full min-h-0 w-full overflow-hidden rounded-lg border border-rule bg-page">
      <canvas ref={picture} role="img" aria-label={label} className="absolute inset-0 h-full w-full" />
      <canvas ref={ways} aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full" />
    </div>
  );
}
