import { framesPerSecond, type MotionDocument } from '@undulan/core';
import { useEffect, useRef } from 'react';
import { drawScene } from './draw-scene.ts';

interface MotionPictureProps {
  motion: MotionDocument;
  widthPx: number;
  /** What it shows; without it the words beside it say so. */
  label?: string;
  /** Still, it shows the middle of its range. */
  plays?: boolean;
}

/** A motion playing over and over in a small picture of its own; still for who wants less motion. */
export function MotionPicture({ motion, widthPx, label, plays = true }: MotionPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const heightPx = Math.round((widthPx * motion.stage.heightPx) / motion.stage.widthPx);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return undefined;
    const scale = (widthPx * devicePixelRatio) / motion.stage.widthPx;
    const { first, last } = motion.range;
    const draw = (frame: number): void => {
      context.setTransform(scale, 0, 0, scale, 0, 0);
      drawScene(context, motion, frame);
    };
    if (!plays || matchMedia('(prefers-reduced-motion: reduce)').matches) {
      draw(Math.round((first + last) / 2));
      return undefined;
    }
    let handle = 0;
    let shown = -1;
    const begin = performance.now();
    const tick = (now: number): void => {
      const frame = first + (Math.floor(((now - begin) / 1000) * framesPerSecond(motion.rate)) % (last - first + 1));
      if (frame !== shown) draw(frame);
      shown = frame;
      handle = requestAnimationFrame(tick);
    };
    tick(begin);
    return () => cancelAnimationFrame(handle);
  }, [motion, widthPx, plays]);
  return (
    <canvas
      ref={canvas}
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
      width={Math.round(widthPx * devicePixelRatio)}
      height={Math.round(heightPx * devicePixelRatio)}
      style={{ width: widthPx, height: heightPx }}
      className="block rounded-md border border-rule"
    />
  );
}
