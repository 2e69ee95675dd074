import type { DrawnPoint, Point } from '@undulan/core';

const NONE: Point = { x: 0, y: 0 };
/** Handle length of a quarter of a circle, as a share of its radius. */
const QUARTER = 0.5522847498307936;

/** What a tracer needs of a path: a canvas's own, or one that is taken down. */
export type PathSink = Pick<
  CanvasPath,
  'moveTo' | 'lineTo' | 'bezierCurveTo' | 'quadraticCurveTo' | 'arc' | 'ellipse' | 'rect' | 'roundRect' | 'closePath'
>;

/** Takes down what is traced into a path, as lines with points and handles. */
export class PathRecorder implements PathSink {
  readonly lines: { closed: boolean; points: DrawnPoint[] }[] = [];

  private get points(): DrawnPoint[] {
    if (this.lines.length === 0) this.lines.push({ closed: false, points: [] });
    return this.lines.at(-1)!.points;
  }

  moveTo(x: number, y: number): void {
    this.lines.push({ closed: false, points: [{ x, y, in: NONE, out: NONE }] });
  }

  lineTo(x: number, y: number): void {
    this.points.push({ x, y, in: NONE, out: NONE });
  }

  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const { points } = this;
    const from = points.at(-1)!;
    points[points.length - 1] = { ...from, out: { x: x1 - from.x, y: y1 - from.y } };
    points.push({ x, y, in: { x: x2 - x, y: y2 - y }, out: NONE });
  }

  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void {
    const from = this.points.at(-1)!;
    const third = (a: number, b: number): number => a + ((b - a) * 2) / 3;
    this.bezierCurveTo(third(from.x, cx), third(from.y, cy), third(x, cx), third(y, cy), x, y);
  }

  arc(cx: number, cy: number, radius: number, from: number, to: number): void {
    this.arcOf(cx, cy, radius, radius, from, to);
  }

  ellipse(cx: number, cy: number, rx: number, ry: number, _turn: number, from: number, to: number): void {
    this.arcOf(cx, cy, rx, ry, from, to);
    this.closePath();
  }

  private arcOf(cx: number, cy: number, rx: number, ry: number, from: number, to: number): void {
    const parts = Math.max(1, Math.ceil(Math.abs(to - from) / (Math.PI / 2) - 1e-9));
    const step = (to - from) / parts;
    const reach = (4 / 3) * Math.tan(step / 4);
    const at = (angle: number): Point => ({ x: cx + rx * Math.cos(angle), y: cy + ry * Math.sin(angle) });
    const begin = at(from);
    if (this.lines.length === 0 || this.points.length === 0) this.moveTo(begin.x, begin.y);
    else this.lineTo(begin.x, begin.y);
    for (let i = 0; i < parts; i++) {
      const [a, b] = [from + i * step, from + (i + 1) * step];
      const [p, q] = [at(a), at(b)];
      this.bezierCurveTo(
        p.x - reach * rx * Math.sin(a),
        p.y + reach * ry * Math.cos(a),
        q.x + reach * rx * Math.sin(b),
        q.y - reach * ry * Math.cos(b),
        q.x,
        q.y,
      );
    }
  }

  rect(x: number, y: number, width: number, height: number): void {
    this.roundRect(x, y, width, height, 0);
  }

  roundRect(
    x: number,
    y: number,
    width: number,
    height: number,
    radius: Parameters<PathSink['roundRect']>[4] = 0,
  ): void {
    const r = Number(radius);
    const k = r * (1 - QUARTER);
    const [right, bottom] = [x + width, y + height];
    this.moveTo(x + r, y);
    this.lineTo(right - r, y);
    if (r > 0) this.bezierCurveTo(right - k, y, right, y + k, right, y + r);
    this.lineTo(right, bottom - r);
    if (r > 0) this.bezierCurveTo(right, bottom - k, right - k, bottom, right - r, bottom);
    this.lineTo(x + r, bottom);
    if (r > 0) this.bezierCurveTo(x + k, bottom, x, bottom - k, x, bottom - r);
    this.lineTo(x, y + r);
    if (r > 0) this.bezierCurveTo(x, y + k, x + k, y, x + r, y);
    this.closePath();
  }

  closePath(): void {
    const line = this.lines.at(-1);
    if (!line) return;
    line.closed = true;
    const [first, last] = [line.points[0]!, line.points.at(-1)!];
    if (line.points.length < 2 || Math.hypot(first.x - last.x, first.y - last.y) > 1e-6) return;
    line.points[0] = { ...first, in: last.in };
    line.points.pop();
  }
}
