import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import { useTheme } from '../ui/index.ts';
import { useOnFrame } from './clock-context.tsx';

/** Where figures are written, in px from the corner of what the canvas lies in. */
interface Place {
  left: number;
  top: number;
  widthPx: number;
  heightPx: number;
  font: string;
  colour: string;
  align: CanvasTextAlign;
  /** Where the text is set, from the left of the place. */
  x: number;
}

interface Layout {
  left: number;
  top: number;
  widthPx: number;
  heightPx: number;
  places: Place[];
}

/** The places of all `data-live` elements in an element, and what encloses them. */
function layOut(host: Element): Layout {
  const corner = host.getBoundingClientRect();
  const places = [...host.querySelectorAll('[data-live]')].map((element): Place => {
    const box = element.getBoundingClientRect();
    const { fontStyle, fontWeight, fontSize, fontFamily, color, textAlign, paddingRight } = getComputedStyle(element);
    const align = textAlign === 'right' || textAlign === 'center' ? textAlign : 'left';
    const x = align === 'right' ? box.width - parseFloat(paddingRight) : align === 'center' ? box.width / 2 : 0;
    return {
      left: box.left - corner.left,
      top: box.top - corner.top,
      widthPx: box.width,
      heightPx: box.height,
      font: `${fontStyle} ${fontWeight} ${fontSize} ${fontFamily}`,
      colour: color,
      align,
      x,
    };
  });
  const shown = places.filter((place) => place.widthPx > 0);
  if (shown.length === 0) return { left: 0, top: 0, widthPx: 0, heightPx: 0, places };
  const left = Math.floor(Math.min(...shown.map((place) => place.left)));
  const top = Math.floor(Math.min(...shown.map((place) => place.top)));
  const right = Math.ceil(Math.max(...shown.map((place) => place.left + place.widthPx)));
  const bottom = Math.ceil(Math.max(...shown.map((place) => place.top + place.heightPx)));
  return { left, top, widthPx: right - left, heightPx: bottom - top, places };
}

/**
 * Figures that change with every frame while the playhead is under way. Words in the page would be laid out and painted
 * anew each time, which takes longer than drawing the picture: these are painted over the empty `data-live` elements of
 * what they lie in, in order, as those elements are styled, each only when it changes. An empty text is left out.
 */
export function LiveFigures({ textsAt }: { textsAt: (frame: number) => string[] }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [layout, setLayout] = useState<Layout | null>(null);
  const painted = useRef<{ layout: Layout; texts: string[] } | null>(null);
  const theme = useTheme();
  // Where the figures go is known once they are laid out, and changes with the size of what they lie in.
  useLayoutEffect(() => {
    const host = canvas.current!.parentElement!;
    const observer = new ResizeObserver(() => setLayout(layOut(host)));
    observer.observe(host);
    return () => observer.disconnect();
  }, [theme]);
  useOnFrame(
    useCallback(
      (frame) => {
        const context = canvas.current?.getContext('2d');
        if (!context || !layout) return;
        const texts = textsAt(frame);
        const before = painted.current?.layout === layout ? painted.current.texts : null;
        painted.current = { layout, texts };
        context.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
        if (!before) context.clearRect(0, 0, layout.widthPx, layout.heightPx);
        context.textBaseline = 'middle';
        let font = '';
        layout.places.forEach((place, i) => {
          if (texts[i] === before?.[i] || place.widthPx === 0) return;
          const [left, top] = [place.left - layout.left, place.top - layout.top];
          context.clearRect(left, top, place.widthPx, place.heightPx);
          if (!texts[i]) return;
          // To set a font takes far longer than to see that it is set.
          if (place.font !== font) context.font = font = place.font;
          context.fillStyle = place.colour;
          context.textAlign = place.align;
          context.fillText(texts[i], left + place.x, top + place.heightPx / 2);
        });
      },
      [layout, textsAt],
    ),
  );
  const { left = 0, top = 0, widthPx = 0, heightPx = 0 } = layout ?? {};
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      width={Math.round(widthPx * devicePixelRatio)}
      height={Math.round(heightPx * devicePixelRatio)}
      className="pointer-events-none absolute"
      style={{ left, top, width: widthPx, height: heightPx }}
    />
  );
}
