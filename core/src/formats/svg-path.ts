import { SVGPathData } from 'svg-pathdata';
import { trimmed } from '../format-fixed.ts';
import type { Point } from '../motion/document/geometry.ts';
import type { DrawnLine, DrawnPoint } from '../motion/document/look.ts';

const NONE: Point = { x: 0, y: 0 };

/** The lines of an SVG path (its `d`), each with points and handles; null where it is none that can be read. */
export function linesOfSvgPath(data: string): Pick<DrawnLine, 'points' | 'closed'>[] | null {
  let commands: SVGPathData['commands'];
  try {
    commands = new SVGPathData(data).toAbs().normalizeHVZ().normalizeST().qtToC().aToC().commands;
  } catch {
    return null;
  }
  const lines: Pick<DrawnLine, 'points' | 'closed'>[] = [];
  for (const command of commands) {
    const points = lines.at(-1)?.points;
    if (command.type === SVGPathData.MOVE_TO)
      lines.push({ points: [{ x: command.x, y: command.y, in: NONE, out: NONE }], closed: false });
    else if (!points) return null;
    else if (command.type === SVGPathData.CLOSE_PATH) lines.at(-1)!.closed = true;
    else if (command.type === SVGPathData.LINE_TO) points.push({ x: command.x, y: command.y, in: NONE, out: NONE });
    else if (command.type === SVGPathData.CURVE_TO) {
      const from = points.at(-1)!;
      points[points.length - 1] = { ...from, out: { x: command.x1 - from.x, y: command.y1 - from.y } };
      const arriving = { x: command.x2 - command.x, y: command.y2 - command.y };
      points.push({ x: command.x, y: command.y, in: arriving, out: NONE });
    } else return null;
  }
  return lines.map(closedOnce);
}

/** A line whose last point lies on its first has that point once, and is closed. */
function closedOnce({ points, closed }: { points: DrawnPoint[]; closed: boolean }): {
  points: DrawnPoint[];
  closed: boolean;
} {
  const [first, last] = [points[0]!, points.at(-1)!];
  const returns = points.length > 2 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-3;
  if (!returns) return { points, closed };
  return { points: points.slice(0, -1).with(0, { ...first, in: last.in }), closed: true };
}

const number = (value: number): string => trimmed(value, 3);

/** Lines as one SVG path (its `d`): straight where nothing bends, else cubic Bézier pieces. */
export function svgPathOfLines(lines: readonly Pick<DrawnLine, 'points' | 'closed'>[]): string {
  const at = ({ x, y }: Point, by: Point = NONE): string => `${number(x + by.x)} ${number(y + by.y)}`;
  const isNone = ({ x, y }: Point): boolean => x === 0 && y === 0;
  return lines
    .map(({ points, closed }) => {
      const pieces = points.map((from, i) => {
        const to = points[i + 1] ?? (closed ? points[0] : undefined);
        if (!to) return '';
        if (!isNone(from.out) || !isNone(to.in)) return `C${at(from, from.out)} ${at(to, to.in)} ${at(to)}`;
        return i === points.length - 1 ? '' : `L${at(to)}`;
      });
      return `M${at(points[0]!)}${pieces.join('')}${closed ? 'Z' : ''}`;
    })
    .join('');
}
