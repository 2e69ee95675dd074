import { fitOnStage, type Placement, type Rate, shownSecondsAt } from '@undulan/core';
import { useCallback, useLayoutEffect, useRef } from 'react';
import { type ClipPictures, pictureAt } from '../clips/index.ts';
import type { StageDrawing } from '../picture/stage/index.ts';
import { useClock, useOnFrame } from '../time/index.ts';
import { usePixelRatio, useSize } from '../ui/index.ts';
import { useReference } from './reference-context.tsx';

/** Times of pictures are rounded by their files: a frame shows what is there just after it begins. */
const JUST_AFTER_S = 1e-3;

function pictureOn(footage: ClipPictures, placement: Placement, frame: number, rate: Rate): ImageBitmap | null {
  const seconds = shownSecondsAt(placement, frame, rate);
  return seconds === null ? null : pictureAt(footage, seconds + JUST_AFTER_S);
}

/** The picture of the reference that is there on the playhead's frame, as large as it fits. */
export function ReferencePicture() {
  const { footage, placed } = useReference()!;
  const { rate } = useClock();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const ratio = usePixelRatio();
  const fit = size && footage ? Math.min(size.widthPx / footage.width, size.heightPx / footage.height) : 0;
  const [widthPx, heightPx] = footage ? [footage.width * fit, footage.height * fit] : [0, 0];
  const placement = placed?.placement;
  const paint = useCallback(
    (frame: number) => {
      const context = canvas.current?.getContext('2d');
      if (!context || !footage || !placement) return;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      context.clearRect(0, 0, widthPx, heightPx);
      const picture = pictureOn(footage, placement, frame, rate);
      if (picture) context.drawImage(picture, 0, 0, widthPx, heightPx);
    },
    [footage, placement, rate, widthPx, heightPx, ratio],
  );
  useLayoutEffect(() => {
    if (canvas.current)
      Object.assign(canvas.current, { width: Math.round(widthPx * ratio), height: Math.round(heightPx * ratio) });
  }, [widthPx, heightPx, ratio]);
  useOnFrame(paint);
  return (
    <div ref={measure} className="grid h-full w-full place-items-center overflow-hidden">
      <canvas
        ref={canvas}
        role="img"
        aria-label="The reference on this frame"
        className="rounded-md border border-rule bg-shade"
        style={{ width: widthPx, height: heightPx }}
      />
    </div>
  );
}

/** Draws the reference as the ground of a stage that is drawn over it; undefined where it does not lie there. */
export function useReferenceGround(stage: { widthPx: number; heightPx: number }): StageDrawing | undefined {
  const reference = useReference();
  const { rate } = useClock();
  const footage = reference?.footage;
  const placement = reference?.placed?.placement;
  const draw = useCallback<StageDrawing>(
    (context, frame) => {
      const picture = footage && placement && pictureOn(footage, placement, frame, rate);
      if (!picture) return;
      const { scale, x, y } = fitOnStage(footage, stage);
      context.save();
      context.globalAlpha = placement.opacity;
      context.drawImage(picture, x, y, footage.width * scale, footage.height * scale);
      context.restore();
    },
    [footage, placement, rate, stage],
  );
  return placement?.shown === 'under' && footage ? draw : undefined;
}
