import type { DrawnLine, DrawnPoint, Look } from '@undulan/core';
import { PathRecorder } from './path-recorder.ts';
import { traceLook } from './shapes.ts';

/** Two points on each other say as much as one. */
function without(points: readonly DrawnPoint[]): DrawnPoint[] {
  return points.filter((point, i) => {
    const before = points[i - 1];
    return !before || Math.hypot(before.x - point.x, before.y - point.y) > 1e-6;
  });
}

/**
 * What a look is as lines that can be changed, in px from its middle: of a drawn one its first drawing. Null for what
 * has no outline of its own (words, pictures).
 */
export function linesOfLook(look: Look): DrawnLine[] | null {
  if (look.drawings) return look.drawings[0]!.lines;
  if (['text', 'picture', 'group', 'camera'].includes(look.shape)) return null;
  const recorder = new PathRecorder();
  traceLook(recorder, look);
  // What is filled is closed, whether or not its last stroke says so.
  if (look.shape !== 'line') recorder.closePath();
  return recorder.lines.map(({ closed, points }) => ({
    closed,
    fill: look.hollow ? null : look.fill,
    ...(look.stroke !== undefined && { stroke: look.stroke }),
    ...(look.strokePx !== undefined && { strokePx: look.strokePx }),
    points: without(points),
  }));
}
