import { useLayoutEffect, useRef } from 'react';
import { useTheme } from '../app/theme.ts';

/** Draws in px of the page, from the upper left corner. */
export type StripDrawing = (context: CanvasRenderingContext2D) => void;

interface StripCanvasProps {
  widthPx: number;
  heightPx: number;
  /** Another one draws anew; so does another theme. */
  draw: StripDrawing;
}

/** What is too crowded in a strip to be built of elements, painted beneath what can be taken hold of. */
export function StripCanvas({ widthPx, heightPx, draw }: StripCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  useLayoutEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const [width, height] = [Math.round(widthPx * devicePixelRatio), Math.round(heightPx * devicePixelRatio)];
    if (element.width !== width || element.height !== height) Object.assign(element, { width, height });
    context.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
    context.clearRect(0, 0, widthPx, heightPx);
    draw(context);
  }, [draw, widthPx, heightPx, theme]);
  return <canvas ref={canvas} aria-hidden="true" className="pointer-events-none absolute top-0 left-0" style={{ width: widthPx, height: heightPx }} />;
}
