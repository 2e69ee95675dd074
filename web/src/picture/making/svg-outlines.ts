import { type DrawnLine, type DrawnPoint, linesOfSvgPath, type Point } from '@undulan/core';

const SVG = 'http://www.w3.org/2000/svg';

/** An SVG file as lines that can be changed, in px of its own from its middle. */
export interface SvgOutlines {
  lines: DrawnLine[];
  widthPx: number;
  heightPx: number;
}

const GEOMETRY = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']);
/** What draws nothing by itself. */
const SILENT = new Set(['svg', 'g', 'title', 'desc', 'metadata']);
const MOST_POINTS = 2000;

/**
 * The outlines of an SVG file that is simple paths in plain colours. Null where it is more than that (words, pictures,
 * gradients, masks, holes, styles of its own), or no SVG. Only numbers and colours are read of it: nothing in it is
 * put into the page.
 */
export function svgOutlines(text: string): SvgOutlines | null {
  const document = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = document.documentElement;
  if (root.localName !== 'svg' || document.querySelector('parsererror')) return null;
  const box = boxOf(root);
  if (!box) return null;
  const lines: DrawnLine[] = [];
  for (const element of root.querySelectorAll('*')) {
    if (SILENT.has(element.localName)) continue;
    if (!GEOMETRY.has(element.localName) || hasMore(element)) return null;
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

function number(element: Element, name: string): number {
  const value = Number.parseFloat(element.getAttribute(name) ?? '0');
  return Number.isFinite(value) ? value : 0;
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
  const move = matrixOf(element, root);
  const data = dataOf(element);
  if (!move || data === null) return null;
  const strokePx =
    Number.parseFloat(inherited(element, 'stroke-width') ?? '1') *
    Math.sqrt(Math.abs(move.a * move.d - move.b * move.c));
  const parts = linesOfSvgPath(data);
  if (!parts) return null;
  // A hole in a filled shape is more than lines can say.
  if (fill !== null && parts.filter(({ closed }) => closed).length > 1) return null;
  return parts.map(({ points, closed }) => ({
    closed: closed || fill !== null,
    fill,
    stroke,
    ...(stroke !== null && Number.isFinite(strokePx) && { strokePx: round(Math.min(400, strokePx)) }),
    points: points.map((point) => moved(point, move)),
  }));
}

function moved(point: DrawnPoint, { a, b, c, d, e, f }: DOMMatrix): DrawnPoint {
  const along = ({ x, y }: Point): Point => ({ x: round(a * x + c * y), y: round(b * x + d * y) });
  const { x, y } = along(point);
  return { x: x + e, y: y + f, in: along(point.in), out: along(point.out) };
}

/** All the transforms an element is under, read by elements of our own. */
function matrixOf(element: Element, root: Element): DOMMatrix | null {
  const reader = document.createElementNS(SVG, 'g');
  let all = new DOMMatrix();
  for (let at: Element | null = element; at && at !== root; at = at.parentElement) {
    const said = at.getAttribute('transform');
    if (said === null) continue;
    reader.setAttribute('transform', said);
    const own = reader.transform.baseVal.consolidate()?.matrix;
    if (!own) return null;
    all = new DOMMatrix([own.a, own.b, own.c, own.d, own.e, own.f]).multiply(all);
  }
  return all;
}

/** What a shape is as a path. */
function dataOf(element: Element): string | null {
  const n = (name: string): number => number(element, name);
  switch (element.localName) {
    case 'path':
      return element.getAttribute('d');
    case 'rect':
      return n('rx') + n('ry') > 0 ? null : `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}z`;
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = element.localName === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      const [x, y] = [n('cx'), n('cy')];
      return `M${x - rx} ${y}A${rx} ${ry} 0 0 1 ${x + rx} ${y}A${rx} ${ry} 0 0 1 ${x - rx} ${y}z`;
    }
    default: {
      const points = element.getAttribute('points')?.trim();
      return points ? `M${points}${element.localName === 'polygon' ? 'z' : ''}` : null;
    }
  }
}
