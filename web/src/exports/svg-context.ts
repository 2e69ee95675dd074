import { escapeXml, svgPathOfLines, trimmed } from '@undulan/core';
import { PathRecorder, type SceneContext, traceOf } from '../picture/stage/index.ts';

interface State {
  matrix: DOMMatrix;
  fillStyle: string;
  strokeStyle: string;
  lineWidth: number;
  lineJoin: CanvasLineJoin;
  lineCap: CanvasLineCap;
  globalAlpha: number;
  font: string;
  textAlign: CanvasTextAlign;
  textBaseline: CanvasTextBaseline;
  dash: number[];
}

interface Drawn {
  tag: 'path' | 'text' | 'image';
  attributes: Record<string, string>;
  words?: string;
  /** What it was drawn by: a fill and the line about it are one element. */
  path?: Path2D;
}

const number = (value: number): string => trimmed(value, 3);
const ANCHORS: Partial<Record<CanvasTextAlign, string>> = { center: 'middle', right: 'end', end: 'end' };
const BASELINES: Partial<Record<CanvasTextBaseline, string>> = { middle: 'central', bottom: 'text-after-edge' };

/** A colour, and how much of it is seen: not every program reads the two together. */
function colours(name: 'fill' | 'stroke', style: string): Record<string, string> {
  const [, colour, alpha] = /^(#[0-9a-f]{6})([0-9a-f]{2})$/i.exec(style) ?? [];
  if (colour) return { [name]: colour, [`${name}-opacity`]: number(Number.parseInt(alpha!, 16) / 255) };
  const [, r, g, b, a] = /^rgb\((\d+) (\d+) (\d+) \/ ([\d.]+)\)$/.exec(style) ?? [];
  return a ? { [name]: `rgb(${r},${g},${b})`, [`${name}-opacity`]: a } : { [name]: style };
}

/** The matrix of a transform as SVG and style sheets write it. */
export function writeMatrix({ a, b, c, d, e, f }: Pick<DOMMatrix, 'a' | 'b' | 'c' | 'd' | 'e' | 'f'>): string {
  return `matrix(${[a, b, c, d].map((part) => trimmed(part, 6)).join(',')},${number(e)},${number(f)})`;
}

/** What a scene is drawn with when vectors are wanted: takes down as SVG elements what a canvas would have painted. */
export class SvgContext implements SceneContext {
  fillStyle = '#000000';
  strokeStyle = '#000000';
  lineWidth = 1;
  lineJoin: CanvasLineJoin = 'miter';
  lineCap: CanvasLineCap = 'butt';
  globalAlpha = 1;
  font = '10px sans-serif';
  textAlign: CanvasTextAlign = 'start';
  textBaseline: CanvasTextBaseline = 'alphabetic';
  private matrix = new DOMMatrix();
  private dash: number[] = [];
  private readonly kept: State[] = [];
  private readonly drawn: Drawn[] = [];
  private path = new PathRecorder();

  save(): void {
    const { matrix, fillStyle, strokeStyle, lineWidth, lineJoin, lineCap, globalAlpha, dash } = this;
    const { font, textAlign, textBaseline } = this;
    const kept = { matrix, fillStyle, strokeStyle, lineWidth, lineJoin, lineCap, globalAlpha, dash };
    this.kept.push({ ...kept, font, textAlign, textBaseline });
  }

  restore(): void {
    Object.assign(this, this.kept.pop());
  }

  getTransform(): DOMMatrix {
    return DOMMatrix.fromMatrix(this.matrix);
  }

  setTransform(...given: number[] | [DOMMatrix2DInit?]): void {
    const [first] = given;
    this.matrix = typeof first === 'number' ? new DOMMatrix(given as number[]) : DOMMatrix.fromMatrix(first);
  }

  resetTransform(): void {
    this.matrix = new DOMMatrix();
  }

  beginPath(): void {
    this.path = new PathRecorder();
  }

  moveTo(x: number, y: number): void {
    this.path.moveTo(x, y);
  }

  lineTo(x: number, y: number): void {
    this.path.lineTo(x, y);
  }

  arc(x: number, y: number, radius: number, from: number, to: number): void {
    this.path.arc(x, y, radius, from, to);
  }

  roundRect(...[x, y, width, height, radius]: Parameters<SceneContext['roundRect']>): void {
    this.path.roundRect(x, y, width, height, radius);
  }

  fill(path?: Path2D | CanvasFillRule): void {
    this.take('fill', typeof path === 'string' ? undefined : path);
  }

  stroke(path?: Path2D): void {
    this.take('stroke', path);
  }

  fillRect(...box: [x: number, y: number, width: number, height: number]): void {
    const path = new PathRecorder();
    path.rect(...box);
    this.put('fill', path);
  }

  strokeRect(...box: [x: number, y: number, width: number, height: number]): void {
    const path = new PathRecorder();
    path.rect(...box);
    this.put('stroke', path);
  }

  setLineDash(dash: number[]): void {
    this.dash = dash;
  }

  fillText(words: string, x: number, y: number): void {
    this.write('fill', words, x, y);
  }

  strokeText(words: string, x: number, y: number): void {
    this.write('stroke', words, x, y);
  }

  drawImage(picture: CanvasImageSource, ...box: number[]): void {
    const { width, height } = picture as ImageBitmap;
    const [x = 0, y = 0, widthPx = width, heightPx = height] = box;
    const canvas = document.createElement('canvas');
    Object.assign(canvas, { width, height });
    canvas.getContext('2d')!.drawImage(picture, 0, 0);
    this.drawn.push({
      tag: 'image',
      attributes: {
        href: canvas.toDataURL('image/png'),
        ...{ x: number(x), y: number(y), width: number(widthPx), height: number(heightPx) },
        preserveAspectRatio: 'none',
        ...this.common(),
      },
    });
  }

  /** What was drawn so far, an element a line. */
  markup(): string {
    return this.drawn
      .map(({ tag, attributes, words }) => {
        const said = Object.entries(attributes)
          .map(([name, value]) => `${name}="${escapeXml(value)}"`)
          .join(' ');
        return words === undefined ? `<${tag} ${said}/>` : `<${tag} ${said}>${escapeXml(words)}</${tag}>`;
      })
      .join('\n');
  }

  private common(): Record<string, string> {
    return {
      ...(!this.matrix.isIdentity && { transform: writeMatrix(this.matrix) }),
      ...(this.globalAlpha < 1 && { opacity: number(this.globalAlpha) }),
    };
  }

  private line(): Record<string, string> {
    return {
      ...colours('stroke', this.strokeStyle),
      'stroke-width': number(this.lineWidth),
      ...(this.lineJoin !== 'miter' && { 'stroke-linejoin': this.lineJoin }),
      ...(this.lineCap !== 'butt' && { 'stroke-linecap': this.lineCap }),
      ...(this.dash.length > 0 && { 'stroke-dasharray': this.dash.map(number).join(' ') }),
    };
  }

  private take(how: 'fill' | 'stroke', path: Path2D | undefined): void {
    if (!path) {
      this.put(how, this.path);
      return;
    }
    const last = this.drawn.at(-1);
    const common = this.common();
    // Where both are half seen through they are not one: the line would not show the fill beneath it.
    const same = last?.path === path && last.attributes['transform'] === common['transform'] && !common['opacity'];
    if (how === 'stroke' && same && last.attributes['stroke'] === undefined && !last.attributes['opacity']) {
      Object.assign(last.attributes, this.line());
      return;
    }
    const recorder = new PathRecorder();
    traceOf(path)(recorder);
    this.put(how, recorder, path);
  }

  private put(how: 'fill' | 'stroke', { lines }: PathRecorder, path?: Path2D): void {
    const paint = how === 'fill' ? colours('fill', this.fillStyle) : { fill: 'none', ...this.line() };
    const attributes = { d: svgPathOfLines(lines), ...paint, ...this.common() };
    this.drawn.push({ tag: 'path', attributes, ...(path && { path }) });
  }

  private write(how: 'fill' | 'stroke', words: string, x: number, y: number): void {
    const [, weight, size, family] = /^(\d+) ([\d.]+px) (.+)$/.exec(this.font) ?? ['', '400', '10px', 'sans-serif'];
    this.drawn.push({
      tag: 'text',
      words,
      attributes: {
        ...{ x: number(x), y: number(y), 'font-family': family, 'font-size': size, 'font-weight': weight },
        'text-anchor': ANCHORS[this.textAlign] ?? 'start',
        'dominant-baseline': BASELINES[this.textBaseline] ?? 'alphabetic',
        ...(how === 'fill' ? colours('fill', this.fillStyle) : { fill: 'none', ...this.line() }),
        ...this.common(),
      },
    });
  }
}
