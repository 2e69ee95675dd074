import { boxOfLines, type DrawnLine, piecePoint } from '@undulan/core';
import { shapesOfSvg } from './svg-shapes.ts';

type Line = Pick<DrawnLine, 'points' | 'closed'>;

/** A line is measured in so many parts between two points. */
const PARTS = 8;
const MOST_POINTS = 2000;

function lengthOf({ points, closed }: Line): number {
  let length = 0;
  for (const [i, from] of points.entries()) {
    const to = points[i + 1] ?? (closed ? points[0] : undefined);
    if (!to) break;
    let last: { x: number; y: number } = from;
    for (let part = 1; part <= PARTS; part++) {
      const next = piecePoint(from, to, part / PARTS);
      length += Math.hypot(next.x - last.x, next.y - last.y);
      last = next;
    }
  }
  return length;
}

/** The lines of an SVG file, in its px, the longest first; null where it is none. Colours do not matter. */
export function svgPathLines(text: string): Line[] | null {
  const shapes = shapesOfSvg(text);
  if (!shapes) return null;
  return shapes
    .flatMap(({ lines }) => lines)
    .filter(({ points }) => points.length > 1 && points.length <= MOST_POINTS)
    .sort((a, b) => lengthOf(b) - lengthOf(a));
}

/** As much of the stage as a path is fitted to. */
const FITTED = 0.9;

/** A line as it is where it lies on the stage; else in the middle of it, as large as fits. */
export function onStage(line: Line, stage: { widthPx: number; heightPx: number }): Line {
  const box = boxOfLines([line])!;
  const within = box.left >= 0 && box.top >= 0 && box.right <= stage.widthPx && box.bottom <= stage.heightPx;
  if (within) return line;
  const [width, height] = [Math.max(1e-6, box.right - box.left), Math.max(1e-6, box.bottom - box.top)];
  const by = FITTED * Math.min(stage.widthPx / width, stage.heightPx / height);
  const [x, y] = [
    (stage.widthPx - by * (box.left + box.right)) / 2,
    (stage.heightPx - by * (box.top + box.bottom)) / 2,
  ];
  const scaled = (place: { x: number; y: number }) => ({ x: by * place.x, y: by * place.y });
  return {
    ...line,
    points: line.points.map((point) => ({
      ...point,
      x: x + by * point.x,
      y: y + by * point.y,
      in: scaled(point.in),
      out: scaled(point.out),
    })),
  };
}
