import {
  type Affine,
  applyTo,
  channelValue,
  combine,
  depthAt,
  exposedFrame,
  findChannel,
  hasView,
  type Look,
  type MotionDocument,
  pileOf,
  poseOf,
  projection,
  seenPose,
  type Subject,
  unpackColour,
  viewAt,
} from '@undulan/core';
import { FIRST_STATE, linesShown, type LookState, outlineOf, pathOfLine, quickness } from './drawn-paths.ts';
import { type LookPaint, paintLook } from './paint-look.ts';
import type { SceneContext } from './scene-context.ts';

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
  /** The picture moves: lines are as fine as can be seen in passing. */
  fast?: boolean;
  /** The motion itself, also between frames: exposures do not hold it. */
  smooth?: boolean;
  /** Put between the background and all that is on the stage, in its pixels. */
  ground?: () => void;
}

const INK = '#22303c';
/** A line can be taken hold of within so many px of it, both sides together. */
const LINE_REACH_PX = 10;

/** Whether a subject is on stage on a frame, and meant to be seen. */
function isThere({ visible, look, onStage }: Subject, frame: number): boolean {
  if (!visible || look.shape === 'camera' || look.shape === 'group') return false;
  return !onStage || (frame >= onStage.first && frame <= onStage.last);
}

/** Subjects back to front at a frame: the deepest first, of one depth as they are listed. */
function inDepth(motion: MotionDocument, frame: number): Subject[] {
  const there = motion.subjects.filter((subject) => isThere(subject, frame));
  if (!motion.subjects.some((subject) => findChannel(subject, 'depth'))) return there;
  return there
    .map((subject) => ({ subject, depth: depthAt(motion, subject, frame) }))
    .sort((a, b) => b.depth - a.depth)
    .map(({ subject }) => subject);
}

/** From a subject's look to the picture as it is asked for; null where it is behind the eye. */
type Posing = (subject: Subject, frame: number) => Affine | null;

function posing(motion: MotionDocument, frame: number): Posing {
  if (!hasView(motion)) return (subject, at) => poseOf(motion, subject, at);
  // One view for all: the camera is asked once a picture.
  const view = viewAt(motion, frame);
  return (subject, at) => {
    const seen = projection(view, motion.stage, depthAt(motion, subject, at));
    return seen && combine(seen, poseOf(motion, subject, at));
  };
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
export function paintAt(subject: Subject, frame: number): LookPaint {
  return {
    fill: colourAt(subject, 'fill', frame),
    stroke: colourAt(subject, 'stroke', frame),
    strokePx: Math.max(0, channelValue(subject, 'stroke.width', frame)),
    ...lookStateAt(subject, frame),
    details: !subject.locked,
    quick: null,
  };
}

/** Which drawing of a subject is up on a frame, and how far it has become another. */
export function lookStateAt(subject: Subject, frame: number): LookState {
  if (pileOf(subject.look) === 0) return FIRST_STATE;
  return { drawing: channelValue(subject, 'drawing', frame), morph: channelValue(subject, 'morph', frame) };
}

/**
 * Draws a motion's scene at a frame, as it will be seen (exposures apply), in stage pixels: the caller sets the
 * context's scale, and clips where the canvas shows more than the stage (a clip whose edge is not on a pixel makes
 * every fill within it half as slow again). The one way a scene gets onto a canvas.
 */
export function drawScene(
  context: SceneContext,
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
    options.ground?.();
  }
  const { a, b, c, d, e, f } = context.getTransform();
  const base = { a, b, c, d, e, f };
  context.lineJoin = options.fast ? 'bevel' : 'round';
  for (const { subject, shown, pose } of subjectsSeen(motion, frame, { smooth: options.smooth, bare }))
    drawSubject(context, combine(base, pose), subject, shown, options);
  context.restore();
}

/** A subject that is seen: on which of its frames, by its exposure, and the way from its look to the stage. */
export interface SeenSubject {
  subject: Subject;
  shown: number;
  pose: Affine;
}

/** What is seen at a frame, back to front; bare, without scenery. */
export function subjectsSeen(
  motion: MotionDocument,
  frame: number,
  { smooth = false, bare = false }: Pick<DrawOptions, 'smooth' | 'bare'> = {},
): SeenSubject[] {
  const poseAt = posing(motion, frame);
  const seen: SeenSubject[] = [];
  for (const subject of inDepth(motion, frame)) {
    if (bare && subject.locked) continue;
    const shown = smooth ? frame : exposedFrame(frame, motion.range.first, subject.exposure);
    const pose = poseAt(subject, shown);
    if (pose) seen.push({ subject, shown, pose });
  }
  return seen;
}

/** How much of what lies behind a subject it hides, from 0 to 1. */
export function opacityAt(subject: Subject, frame: number): number {
  return Math.min(1, Math.max(0, channelValue(subject, 'opacity', frame) / 100));
}

/**
 * Sets what it needs and puts nothing back: saving and restoring for each of hundreds takes as long as drawing them.
 */
function drawSubject(
  context: SceneContext,
  { a, b, c, d, e, f }: Affine,
  subject: Subject,
  frame: number,
  options: DrawOptions,
): void {
  const { look } = subject;
  context.setTransform(a, b, c, d, e, f);
  context.globalAlpha = opacityAt(subject, frame) * (options.opacity ?? 1);
  if (options.style === 'outline') {
    context.strokeStyle = options.colour ?? INK;
    context.lineWidth = 3;
    context.setLineDash(options.dashed ? [10, 7] : []);
    context.stroke(outlineOf(look, lookStateAt(subject, frame)));
    return;
  }
  const paint = paintAt(subject, frame);
  const quick = options.fast ? quickness(Math.sqrt(Math.abs(a * d - b * c))) : null;
  // A bare one is a silhouette: dozens of them lie on each other, and the line about each takes as long as its fill.
  if (!options.bare) paintLook(context, look, { ...paint, quick });
  else paintSilhouette(context, look, { ...paint, quick }, options.colour ?? paint.fill ?? paint.stroke ?? INK);
}

/** A look in one colour, whatever colours are in it: what is open is a line, what is closed is filled. */
function paintSilhouette(context: SceneContext, look: Look, paint: LookPaint, colour: string): void {
  context.strokeStyle = colour;
  context.fillStyle = colour;
  context.lineWidth = Math.max(1, paint.strokePx);
  if (look.shape === 'line') context.stroke(outlineOf(look));
  else if (look.drawings === undefined) context.fill(outlineOf(look));
  for (const line of linesShown(look, paint.drawing, paint.morph)) {
    if (line.closed && line.fill !== null && !look.hollow) context.fill(pathOfLine(line, paint.quick));
    else context.stroke(pathOfLine(line, paint.quick));
  }
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
  const pose = seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  if (!pose) return;
  const pivot = pivotOnStage(motion, subject, frame);
  context.save();
  context.translate(pivot.x + dx, pivot.y + dy);
  context.rotate((turn * Math.PI) / 180);
  context.translate(-pivot.x, -pivot.y);
  context.transform(pose.a, pose.b, pose.c, pose.d, pose.e, pose.f);
  const outline = outlineOf(subject.look, lookStateAt(subject, frame));
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
  const pose = seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  return pose ? applyTo(pose, subject.pivot) : subject.pivot;
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
  if (subject.locked) return false;
  const pose = seenPose(motion, subject, exposedFrame(frame, motion.range.first, subject.exposure));
  if (!pose) return false;
  const point = DOMMatrix.fromMatrix(pose).inverse().transformPoint({ x, y });
  // Nearly invisible, tiny or flattened subjects can still be taken hold of near their pivot.
  const outline = outlineOf(subject.look, lookStateAt(subject, frame));
  if (context.isPointInPath(outline, point.x, point.y) || Math.hypot(pose.e - x, pose.f - y) < 12) return true;
  context.lineWidth = Math.max(LINE_REACH_PX, channelValue(subject, 'stroke.width', frame));
  return context.isPointInStroke(outline, point.x, point.y);
}
