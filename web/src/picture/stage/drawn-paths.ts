import { createMorph, type Drawing, drawingAt, type DrawnLine, type Look, type Morph, piecePoint } from '@undulan/core';
import { getStroke } from 'perfect-freehand';
import type { PathSink } from './path-recorder.ts';
import { tracedPath } from './scene-context.ts';
import { traceLook } from './shapes.ts';

const lines = new WeakMap<DrawnLine, Path2D>();
const strokes = new WeakMap<DrawnLine, Path2D>();

/** By line, and by how finely. */
const quickLines = new WeakMap<DrawnLine, Map<number, Path2D>>();

/** On screen a straight part is so long at most, while the picture moves. */
const QUICK_PX = 5;

/** How finely a line is to be drawn at a scale (screen px a px of the look): the longest straight part, in its px. */
export function quickness(scale: number): number {
  return QUICK_PX / 2 ** Math.ceil(Math.log2(Math.max(scale, 0.01)));
}

/** The way of a drawn line, in straight parts of a length at most where it is to be quick; traced once for each. */
export function pathOfLine(line: DrawnLine, quick: number | null = null): Path2D {
  if (quick !== null) return quickPath(line, quick);
  let path = lines.get(line);
  if (!path) {
    path = tracedPath((sink) => trace(sink, line));
    lines.set(line, path);
  }
  return path;
}

function quickPath(line: DrawnLine, longest: number): Path2D {
  const ofLine = quickLines.get(line) ?? new Map<number, Path2D>();
  quickLines.set(line, ofLine);
  let path = ofLine.get(longest);
  if (path) return path;
  path = new Path2D();
  const { points, closed } = line;
  path.moveTo(points[0]!.x, points[0]!.y);
  for (const [i, from] of points.entries()) {
    const to = points[i + 1] ?? (closed ? points[0] : undefined);
    if (!to) break;
    const round =
      Math.hypot(from.out.x, from.out.y) +
      Math.hypot(to.x + to.in.x - from.x - from.out.x, to.y + to.in.y - from.y - from.out.y) +
      Math.hypot(to.in.x, to.in.y);
    const parts = Math.max(1, Math.ceil(round / longest));
    for (let part = 1; part <= parts; part++) {
      const { x, y } = piecePoint(from, to, part / parts);
      path.lineTo(x, y);
    }
  }
  if (closed) path.closePath();
  else if (points.length === 1) path.lineTo(points[0]!.x + 0.01, points[0]!.y);
  ofLine.set(longest, path);
  return path;
}

function trace(path: PathSink, { points, closed }: DrawnLine): void {
  const [first] = points;
  path.moveTo(first!.x, first!.y);
  for (const [i, from] of points.entries()) {
    const to = points[i + 1] ?? (closed ? first : undefined);
    if (to) path.bezierCurveTo(from.x + from.out.x, from.y + from.out.y, to.x + to.in.x, to.y + to.in.y, to.x, to.y);
  }
  if (closed) path.closePath();
  // A dot: where the pen only touched.
  else if (points.length === 1) path.lineTo(first!.x + 0.01, first!.y);
}

/** A brush's line is measured in so many parts between two points. */
const PARTS = 6;
const USUAL_PRESS = 0.5;

/** The shape a brush leaves along a line, of a width at its usual press; traced once for each. */
export function brushShape(line: DrawnLine, widthPx: number): Path2D {
  const known = strokes.get(line);
  if (known) return known;
  const pressed: [number, number, number][] = [];
  for (const [i, from] of line.points.entries()) {
    const to = line.points[i + 1] ?? (line.closed ? line.points[0] : undefined);
    const press = from.press ?? USUAL_PRESS;
    pressed.push([from.x, from.y, press]);
    if (!to) continue;
    for (let part = 1; part < PARTS; part++) {
      const t = part / PARTS;
      const { x, y } = piecePoint(from, to, t);
      pressed.push([x, y, press + t * ((to.press ?? USUAL_PRESS) - press)]);
    }
  }
  const outline = getStroke(pressed, {
    size: widthPx,
    thinning: 0.7,
    smoothing: 0.5,
    streamline: 0,
    simulatePressure: false,
    last: true,
  });
  const path = tracedPath((sink) => {
    for (const [i, [x, y]] of outline.entries()) {
      if (i === 0) sink.moveTo(x, y);
      else sink.lineTo(x, y);
    }
    sink.closePath();
  });
  strokes.set(line, path);
  return path;
}

const morphs = new WeakMap<Drawing, Map<Look, Morph>>();

/** The lines of a drawn look: of the drawing that is up, as far as it has gone to become another. */
export function linesShown(look: Look, drawing: number, morph: number): readonly DrawnLine[] {
  const up = drawingAt(look, drawing);
  if (!up) return [];
  if (!look.morphTo || morph <= 0) return up.lines;
  const ofDrawing = morphs.get(up) ?? new Map<Look, Morph>();
  morphs.set(up, ofDrawing);
  let made = ofDrawing.get(look);
  if (!made) ofDrawing.set(look, (made = createMorph(up, look.morphTo, look.morphStarts)));
  return made.at(morph).lines;
}

/** What of a look is asked for: which drawing of its pile, and how far it has become another. */
export interface LookState {
  drawing: number;
  morph: number;
}

export const FIRST_STATE: LookState = { drawing: 1, morph: 0 };

/** By look, and of a drawn one by the number of the drawing. */
const outlines = new WeakMap<Look, Map<number, Path2D>>();

/** Traces the lines of a drawn look: of a drawing, as far as it has gone to become another. */
function traceDrawing(sink: PathSink, look: Look, drawing: number, morph: number): void {
  for (const line of linesShown(look, drawing, morph)) trace(sink, line);
}

/** The outline of a look about its middle, in stage pixels; traced once for each look, but on its way to another. */
export function outlineOf(look: Look, { drawing, morph }: LookState = FIRST_STATE): Path2D {
  if (look.morphTo && morph > 0) return tracedPath((sink) => traceDrawing(sink, look, drawing, morph));
  const ofLook = outlines.get(look) ?? new Map<number, Path2D>();
  outlines.set(look, ofLook);
  const number = look.drawings ? Math.round(drawing) : 1;
  let path = ofLook.get(number);
  if (!path) {
    path = tracedPath((sink) => (look.drawings ? traceDrawing(sink, look, number, 0) : traceLook(sink, look)));
    ofLook.set(number, path);
  }
  return path;
}
