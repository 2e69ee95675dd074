import { type DrawnLine, type DrawnPoint, linesOfSvgPath, type Point } from '@undulan/core';

const SVG = 'http://www.w3.org/2000/svg';

/** A shape of an SVG file: its lines in px of the file, and by how much what is in it is larger than it says. */
export interface SvgShape {
  element: Element;
  lines: Pick<DrawnLine, 'points' | 'closed'>[];
  scale: number;
}

const GEOMETRY = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']);
/** What is in these is not drawn where it stands. */
const KEPT_ASIDE = 'defs, clipPath, mask, symbol, pattern, marker';

/** Whether an element is a shape. */
export const isShape = (element: Element): boolean => GEOMETRY.has(element.localName);

/** The root of an SVG file; null where it is none. */
export function rootOfSvg(text: string): Element | null {
  const document = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = document.documentElement;
  return root.localName !== 'svg' || document.querySelector('parsererror') ? null : root;
}

/** The lines of a shape; null where it is none that can be read. Only numbers are read of it. */
export function shapeOf(element: Element, root: Element): SvgShape | null {
  const move = matrixOf(element, root);
  const data = dataOf(element);
  const parts = move && data !== null ? linesOfSvgPath(data) : null;
  if (!move || !parts) return null;
  return {
    element,
    lines: parts.map(({ points, closed }) => ({ closed, points: points.map((point) => moved(point, move)) })),
    scale: Math.sqrt(Math.abs(move.a * move.d - move.b * move.c)),
  };
}

/** All shapes of an SVG file that can be read; null where it is none. */
export function shapesOfSvg(text: string): SvgShape[] | null {
  const root = rootOfSvg(text);
  if (!root) return null;
  const elements = [...root.querySelectorAll('*')].filter(
    (element) => isShape(element) && !element.closest(KEPT_ASIDE),
  );
  return elements.flatMap((element) => shapeOf(element, root) ?? []);
}

const round = (value: number): number => Math.round(value * 100) / 100;

export function number(element: Element, name: string): number {
  const value = Number.parseFloat(element.getAttribute(name) ?? '0');
  return Number.isFinite(value) ? value : 0;
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
