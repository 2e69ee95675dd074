import type { DrawnLine } from '@undulan/core';
import { isShape, number, rootOfSvg, shapeOf } from './svg-shapes.ts';

/** An SVG file as lines that can be changed, in px of its own from its middle. */
export interface SvgOutlines {
  lines: DrawnLine[];
  widthPx: number;
  heightPx: number;
}

/** What draws nothing by itself. */
const SILENT = new Set(['svg', 'g', 'title', 'desc', 'metadata']);
const MOST_POINTS = 2000;

/**
 * The outlines of an SVG file that is simple paths in plain colours. Null where it is more than that (words, pictures,
 * gradients, masks, holes, styles of its own), or no SVG. Only numbers and colours are read of it: nothing in it is
 * put into the page.
 */
export function svgOutlines(text: string): SvgOutlines | null {
  const root = rootOfSvg(text);
  if (!root) return null;
  const box = boxOf(root);
  if (!box) return null;
  const lines: DrawnLine[] = [];
  for (const element of root.querySelectorAll('*')) {
    if (SILENT.has(element.localName)) continue;
    if (!isShape(element) || hasMore(element)) return null;
    const drawn = linesOf(element, root);
    if (!drawn) return null;
    lines.push(...drawn);
  }
  if (lines.length === 0 || lines.some(({ points }) => points.length > MOST_POINTS)) return null;
  const [left, top] = [box.x + box.width / 2, box.y + box.height / 2];
  return {
    lines: lines.map((line) => ({
      ...line,
      points: line.points.map((point) => ({ ...point, x: round(point.x - left), y: round(point.y - top) })),
    })),
    widthPx: box.width,
    heightPx: box.height,
  };
}

const round = (value: number): number => Math.round(value * 100) / 100;

function boxOf(root: Element): { x: number; y: number; width: number; height: number } | null {
  const view = root
    .getAttribute('viewBox')
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  if (view?.length === 4 && view.every(Number.isFinite) && view[2]! > 0 && view[3]! > 0)
    return { x: view[0]!, y: view[1]!, width: view[2]!, height: view[3]! };
  const [width, height] = [number(root, 'width'), number(root, 'height')];
  return width > 0 && height > 0 ? { x: 0, y: 0, width, height } : null;
}

/** Whether an element says more than a shape in plain colours. */
function hasMore(element: Element): boolean {
  return ['style', 'class', 'filter', 'mask', 'clip-path', 'opacity', 'fill-opacity', 'stroke-dasharray'].some(
    (name) => inherited(element, name) !== null,
  );
}

/** An attribute of an element or, where it has none, of what it is in. */
function inherited(element: Element, name: string): string | null {
  for (let at: Element | null = element; at; at = at.parentElement)
    if (at.hasAttribute(name)) return at.getAttribute(name);
  return null;
}

/** A plain colour as #rrggbb; null for none; undefined for what is no plain colour. */
function colourOf(said: string | null, usual: string | null): string | null | undefined {
  if (said === null) return usual;
  if (said === 'none' || said === 'transparent') return null;
  // Whatever the browser knows as a colour, written as numbers by a canvas.
  const context = new OffscreenCanvas(1, 1).getContext('2d')!;
  context.fillStyle = '#010203';
  context.fillStyle = said;
  const read = context.fillStyle;
  return /^#[0-9a-f]{6}$/.test(read) && (read !== '#010203' || said.toLowerCase() === '#010203') ? read : undefined;
}

function linesOf(element: Element, root: Element): DrawnLine[] | null {
  const [fill, stroke] = [
    colourOf(inherited(element, 'fill'), '#000000'),
    colourOf(inherited(element, 'stroke'), null),
  ];
  if (fill === undefined || stroke === undefined) return null;
  const shape = shapeOf(element, root);
  if (!shape) return null;
  const strokePx = Number.parseFloat(inherited(element, 'stroke-width') ?? '1') * shape.scale;
  // A hole in a filled shape is more than lines can say.
  if (fill !== null && shape.lines.filter(({ closed }) => closed).length > 1) return null;
  return shape.lines.map(({ points, closed }) => ({
    closed: closed || fill !== null,
    fill,
    stroke,
    ...(stroke !== null && Number.isFinite(strokePx) && { strokePx: round(Math.min(400, strokePx)) }),
    points,
  }));
}
