import {
  type Affine,
  channelValue,
  combine,
  exposedFrame,
  findChannel,
  type Look,
  type MotionDocument,
  poseOf,
  type Subject,
  unpackColour,
} from '@undulan/core';
import { outlineOf } from './drawn-paths.ts';
import { type LookPaint, paintLook } from './paint-look.ts';

export interface DrawOptions {
  /**
   * `filled` is the picture itself; `outline` draws only what can move, as a ghost in `colour`. Bare silhouettes are in
   * `colour` too, where it is given.
   */
  style: 'filled' | 'outline';
  colour?: string;
  dashed?: boolean;
  opacity?: number;
  /** Filled too, only what can move, as silhouettes: no background, no scenery, no lines. */
  bare?: boolean;
  /** The motion itself, also between frames: exposures do not hold it. */
  smooth?: boolean;
}

const INK = '#22303c';
/** A line can be taken hold of within so many px of it, both sides together. */
const LINE_REACH_PX = 10;

/** Subjects back to front at a frame: the deepest first, of one depth as they are listed. */
function inDepth(motion: MotionDocument, frame: number): Subject[] {
  if (!motion.subjects.some((subject) => findChannel(subject, 'depth'))) return motion.subjects;
  return motion.subjects
    .map((subject) => ({ subject, depth: channelValue(subject, 'depth', frame) }))
    .sort((a, b) => b.depth - a.depth)
    .map(({ subject }) => subject);
}

/** A colour as its channel has it, where the subject has that channel; else as the look says. */
function colourAt(subject: Subject, id: 'fill' | 'stroke', frame: number): string | null {
  if (findChannel(subject, id)) return unpackColour(channelValue(subject, id, frame));
  const { look } = subject;
  if (id === 'fill') return look.hollow ? null : look.fill;
  // Words and pictures have no line about them unless one is asked for.
  if (look.stroke === undefined) return look.shape === 'text' || look.shape === 'picture' ? null : INK;
  return look.stroke;
}

/** How a subject is painted at a frame. */
function paintAt(subject: Subject, frame: number): LookPaint {
  return {
    fill: colourAt(subject, 'fill', frame),
    stroke: colourAt(subject, 'stroke', frame),
    strokePx: Math.max(0, channelValue(subject, 'stroke.width', frame)),
    drawing: drawingOf(subject, frame),
    details: !subject.locked,
  };
}

/** The number of the drawing that is up. */
export function drawingOf(subject: Subject, frame: number): number {
  return subject.look.drawings ? channelValue(subject, 'drawing', frame) : 1;
}

/**
 * Draws a motion's scene at a frame, as it will be seen (exposures apply), in stage pixels: the caller sets the
 * context's scale, and clips where the canvas shows more than the stage (a clip whose edge is not on a pixel makes
 * every fill within it half as slow again). The one way a scene gets onto a canvas.
 */
export function drawScene(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  frame: number,
  options: DrawOptions = { style: 'filled' },
): void {
  const { widthPx, heightPx, background } = motion.stage;
  context.save();
  const bare = options.bare || options.style === 'outline';
  if (!bare) {
    context.fillStyle = background;
    context.fillRect(0, 0, widthPx, heightPx);
  }
  const { a, b, c, d, e, f } = context.getTransform();
  const base = { a, b, c, d, e, f };
  context.lineJoin = 'round';
  for (const subject of inDepth(motion, frame)) {
    if (!subject.visible || subject.look.shape === 'camera' || (bare && subject.locked)) continue;
    drawSubject(
      context,
      base,
      motion,
      subject,
      options.smooth ? frame : exposedFrame(frame, motion.range.first, subject.exposure),
      options,
    );
  }
  context.restore();
}

/**
 * Sets what it needs and puts nothing back: saving and restoring for each of hundreds takes as long as drawing them.
 */
function drawSubject(
  context: CanvasRenderingContext2D,
  base: Affine,
  motion: MotionDocument,
  subject: Subject,
  frame: number,
  options: DrawOptions,
): void {
  const { look } = subject;
  const { a, b, c, d, e, f } = combine(base, poseOf(motion, subject, frame));
  context.setTransform(a, b, c, d, e, f);
  const opacity = Math.min(1, Math.max(0, channelValue(subject, 'opacity', frame) / 100));
  context.globalAlpha = opacity * (options.opacity ?? 1);
  if (options.style === 'outline') {
    context.strokeStyle = options.colour ?? INK;
    context.lineWidth = 3;
    context.setLineDash(options.dashed ? [10, 7] : []);
    context.stroke(outlineOf(look, drawingOf(subject, frame)));
    return;
  }
  const paint = paintAt(subject, frame);
  if (!options.bare) paintLook(context, look, paint);
  else {
    // A bare one is a silhouette: dozens of them lie on each other, and the line about each takes as long as its fill.
    const colour = options.colour ?? paint.fill ?? paint.stroke ?? INK;
    const isLine = look.shape === 'line' || look.drawings !== undefined;
    if (isLine) paintSilhouette(context, look, { ...paint, fill: colour, stroke: colour });
    else {
      context.fillStyle = colour;
      context.fill(outlineOf(look));
    }
  }
}

/** Lines and drawings in one colour, whatever colours are in them. */
function paintSilhouette(context: CanvasRenderingContext2D, look: Look, paint: LookPaint): void {
  const outline = outlineOf(look, paint.drawing);
  context.strokeStyle = paint.stroke!;
  context.lineWidth = Math.max(1, paint.strokePx);
  context.stroke(outline);
  if (look.shape === 'line') return;
  context.fillStyle = paint.fill!;
  context.fill(outline);
}

/** Where a subject should be instead: shifted in stage pixels, and turned in degrees about its pivot. */
export interface PoseShift {
  dx: number;
  dy: number;
  turn: number;
}

/** Draws a subject's outline at a frame as it would be elsewhere: a corrected pose over the one that is there. */
export function drawShifted(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  subject: Subject,
  frame: number,
  { dx, dy, turn }: PoseShift,
  colour: string,
): void {
  const pose = poseOf(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  const pivot = pivotOnStage(motion, subject, frame);
  context.save();
  context.translate(pivot.x + dx, pivot.y + dy);
  context.rotate((turn * Math.PI) / 180);
  context.translate(-pivot.x, -pivot.y);
  context.transform(pose.a, pose.b, pose.c, pose.d, pose.e, pose.f);
  const outline = outlineOf(subject.look, drawingOf(subject, frame));
  context.fillStyle = colour;
  context.globalAlpha = 0.18;
  context.fill(outline);
  context.globalAlpha = 1;
  context.strokeStyle = colour;
  context.lineWidth = 4;
  context.stroke(outline);
  context.restore();
}

/** Where the point a subject turns about is on the stage, as it is seen at a frame. */
export function pivotOnStage(motion: MotionDocument, subject: Subject, frame: number): { x: number; y: number } {
  const { a, b, c, d, e, f } = poseOf(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  const { x, y } = subject.pivot;
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

/** The topmost subject a person can pick at a point of the stage, at a frame. */
export function subjectAt(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  frame: number,
  x: number,
  y: number,
): Subject | null {
  context.save();
  // A path is tested where the context's scale would draw it: the outline is in pixels of the subject's own.
  context.resetTransform();
  const found = inDepth(motion, frame)
    .toReversed()
    .find((subject) => isAt(context, motion, subject, frame, x, y));
  context.restore();
  return found ?? null;
}

function isAt(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  subject: Subject,
  frame: number,
  x: number,
  y: number,
): boolean {
  if (subject.locked || !subject.visible) return false;
  const pose = poseOf(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  const point = DOMMatrix.fromMatrix(pose).inverse().transformPoint({ x, y });
  // Nearly invisible, tiny or flattened subjects can still be taken hold of near their pivot.
  const outline = outlineOf(subject.look, drawingOf(subject, frame));
  if (context.isPointInPath(outline, point.x, point.y) || Math.hypot(pose.e - x, pose.f - y) < 12) return true;
  context.lineWidth = Math.max(LINE_REACH_PX, channelValue(subject, 'stroke.width', frame));
  return context.isPointInStroke(outline, point.x, point.y);
}
