import type { Stage } from '@undulan/core';
import { clsx } from 'clsx';
import { type HTMLAttributes, type ReactNode, useCallback, useLayoutEffect, useRef } from 'react';
import { useOnFrame } from '../../time/index.ts';
import { useSize } from '../../ui/index.ts';

/** Draws a frame in stage pixels. */
export type StageDrawing = (context: CanvasRenderingContext2D, frame: number) => void;

interface StageViewProps extends Omit<HTMLAttributes<HTMLCanvasElement>, 'draw' | 'children'> {
  stage: Stage;
  draw: StageDrawing;
  label: string;
  /** Laid over the picture, as large as it is. */
  overlay?: ReactNode;
}

/** A picture that follows the clock, as large as fits with the stage's own proportions. */
export function StageView({ stage, draw, label, overlay, ...canvasProps }: StageViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [measure, size] = useSize();
  const fit = size ? Math.min(size.widthPx / stage.widthPx, size.heightPx / stage.heightPx) : 0;
  const widthPx = Math.floor(stage.widthPx * fit);
  const heightPx = Math.floor(stage.heightPx * fit);

  const paint = useCallback(
    (frame: number) => {
      const context = canvas.current?.getContext('2d');
      if (!context || widthPx === 0) return;
      const scale = (widthPx * devicePixelRatio) / stage.widthPx;
      context.setTransform(scale, 0, 0, scale, 0, 0);
      context.clearRect(0, 0, stage.widthPx, stage.heightPx);
      draw(context, frame);
    },
    [draw, stage.widthPx, stage.heightPx, widthPx],
  );

  // Sizing a canvas empties it: before the browser shows it, `useOnFrame` has painted anew.
  useLayoutEffect(() => {
    if (!canvas.current) return;
    canvas.current.width = Math.round(widthPx * devicePixelRatio);
    canvas.current.height = Math.round(heightPx * devicePixelRatio);
  }, [widthPx, heightPx]);
  useOnFrame(paint);

  return (
    <div ref={measure} className="relative grid h-full min-h-0 w-full place-items-center overflow-hidden">
      <div className="relative" style={{ width: widthPx, height: heightPx }}>
        <canvas
          {...canvasProps}
          ref={canvas}
          role="img"
          aria-label={label}
          style={{ width: widthPx, height: heightPx }}
          className={clsx('block rounded-md border border-rule', canvasProps.className ?? '')}
        />
        {overlay}
      </div>
    </div>
  );
}
