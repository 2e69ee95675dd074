import { useLayoutEffect, useMemo, useRef } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { drawScene, useLoadedPictures } from '../../picture/stage/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock, useTimeScale } from '../../time/index.ts';
import { Strip } from '../../time-page/index.ts';
import { useSize } from '../../ui/index.ts';

const GAP_PX = 4;

/** The range in small pictures, as many as fit side by side; pressing one goes to its frame. */
export function FilmStrip() {
  const motion = useAppSelector(selectMotion)!;
  const scale = useTimeScale();
  const pictures = useLoadedPictures();
  const clock = useClock();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const heightPx = Math.max(24, Math.min(140, (size?.heightPx ?? 60) - 8));
  const widthPx = Math.round((heightPx * motion.stage.widthPx) / motion.stage.heightPx);
  const every = Math.max(1, Math.ceil((widthPx + GAP_PX) / scale.pxPerFrame));
  const { first, last } = clock.range;
  const frames = useMemo(() => {
    const all: number[] = [];
    for (let frame = first; frame <= last; frame += every) if (scale.shows(frame, widthPx)) all.push(frame);
    return all;
  }, [first, last, every, scale, widthPx]);

  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context) return;
    canvas.current.width = Math.round(scale.widthPx * devicePixelRatio);
    canvas.current.height = Math.round(heightPx * devicePixelRatio);
    const perPx = (heightPx * devicePixelRatio) / motion.stage.heightPx;
    for (const frame of frames) {
      context.setTransform(perPx, 0, 0, perPx, (scale.xOf(frame) - widthPx / 2) * devicePixelRatio, 0);
      context.save();
      context.beginPath();
      context.rect(0, 0, motion.stage.widthPx, motion.stage.heightPx);
      context.clip();
      drawScene(context, motion, frame);
      context.restore();
    }
    // A picture that came is drawn.
  }, [motion, frames, scale, heightPx, widthPx, pictures]);

  return (
    <Strip title="Film" label={every === 1 ? 'every frame' : `a picture each ${every} frames`}>
      <div ref={measure} className="relative h-full overflow-hidden">
        <canvas
          ref={canvas}
          aria-hidden="true"
          className="absolute top-1 left-0"
          style={{ width: scale.widthPx, height: heightPx }}
        />
        {frames.map((frame) => (
          <button
            key={frame}
            type="button"
            aria-label={`Picture of frame ${frame}`}
            title={`Frame ${frame}`}
            className="absolute top-1 rounded-sm border border-rule hover:border-accent"
            style={{ left: scale.xOf(frame) - widthPx / 2, width: widthPx, height: heightPx }}
            onClick={() => {
              clock.stop();
              clock.seek(frame);
            }}
          />
        ))}
      </div>
    </Strip>
  );
}
