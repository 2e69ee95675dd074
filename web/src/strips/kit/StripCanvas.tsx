import { useLayoutEffect, useRef } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { useFontsLoaded, usePixelRatio, useTheme } from '../../ui/index.ts';

/** A part of a strip's width, in px. */
export interface Columns {
  from: number;
  to: number;
}

interface StripCanvasProps<Painting> {
  heightPx: number;
  /** All that what is seen depends on, but for theme, fonts and the density of pixels. */
  painting: Painting;
  /** Draws in px of the page, from the upper left corner; what is beyond the columns is not seen. */
  paint: (context: CanvasRenderingContext2D, painting: Painting, columns: Columns) => void;
  /** The columns in which two paintings differ, none where they are alike; null when they may differ anywhere. */
  differ?: (before: Painting, now: Painting) => Columns | null;
}

/**
 * The marks of a strip, painted; what can be taken hold of lies over it, unseen. Sharp at any density of pixels, and
 * painted anew only where it differs.
 */
export function StripCanvas<Painting>({ heightPx, painting, paint, differ }: StripCanvasProps<Painting>) {
  const { widthPx } = useTimeScale();
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = usePixelRatio();
  // Another theme has other colours; figures are set in a font that may come later than they do.
  const look = `${useTheme()} ${useFontsLoaded()}`;
  // In whole pixels of the screen, and shown in as many: then a line of one pixel is one.
  const [width, height] = [Math.round(widthPx * ratio), Math.round(heightPx * ratio)];
  const drawn = useRef<{ painting: Painting; look: string } | null>(null);
  useLayoutEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const before = drawn.current;
    drawn.current = { painting, look };
    const isOther = element.width !== width || element.height !== height || before?.look !== look;
    if (isOther) Object.assign(element, { width, height });
    const part = before && !isOther ? (differ?.(before.painting, painting) ?? null) : null;
    const columns = part
      ? { from: Math.max(0, Math.floor(part.from)), to: Math.min(widthPx, Math.ceil(part.to)) }
      : { from: 0, to: widthPx };
    if (columns.to <= columns.from) return;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.save();
    context.beginPath();
    context.rect(columns.from, 0, columns.to - columns.from, heightPx);
    context.clip();
    context.clearRect(columns.from, 0, columns.to - columns.from, heightPx);
    paint(context, painting, columns);
    context.restore();
  }, [painting, paint, differ, widthPx, heightPx, width, height, ratio, look]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      className="pointer-events-none absolute top-0 left-0"
      style={{ width: width / ratio, height: height / ratio }}
    />
  );
}
