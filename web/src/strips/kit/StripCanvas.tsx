import { useLayoutEffect, useRef } from 'react';
import { useTheme } from '../../ui/index.ts';

/** A part of a strip's width, in px. */
export interface Columns {
  from: number;
  to: number;
}

/** Draws in px of the page, from the upper left corner; what is beyond the columns is not seen. */
export type StripDrawing = (context: CanvasRenderingContext2D, columns: Columns) => void;

interface StripCanvasProps {
  widthPx: number;
  heightPx: number;
  /** Another one draws anew; so does another theme. */
  draw: StripDrawing;
  /**
   * Asked once before each drawing: the columns in which it differs from the one before it, where it is not another
   * altogether.
   */
  changed?: () => Columns | null;
}

/** What is too crowded in a strip to be built of elements, painted beneath what can be taken hold of. */
export function StripCanvas({ widthPx, heightPx, draw, changed }: StripCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  const drawnTheme = useRef(theme);
  useLayoutEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const [width, height] = [Math.round(widthPx * devicePixelRatio), Math.round(heightPx * devicePixelRatio)];
    const isOther = element.width !== width || element.height !== height || drawnTheme.current !== theme;
    if (isOther) Object.assign(element, { width, height });
    drawnTheme.current = theme;
    const part = changed?.() ?? null;
    const columns =
      part && !isOther
        ? { from: Math.max(0, Math.floor(part.from)), to: Math.min(widthPx, Math.ceil(part.to)) }
        : { from: 0, to: widthPx };
    if (columns.to <= columns.from) return;
    context.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
    context.save();
    context.beginPath();
    context.rect(columns.from, 0, columns.to - columns.from, heightPx);
    context.clip();
    context.clearRect(columns.from, 0, columns.to - columns.from, heightPx);
    draw(context, columns);
    context.restore();
  }, [draw, changed, widthPx, heightPx, theme]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      className="pointer-events-none absolute top-0 left-0"
      style={{ width: widthPx, height: heightPx }}
    />
  );
}
