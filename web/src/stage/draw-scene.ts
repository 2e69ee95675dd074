import { CHANNELS, exposedFrame, findChannel, sampleChannel, type ChannelId, type MotionDocument, type Subject } from '@undulan/core';
import { drawDetails, outlineOf } from './shapes.ts';

export interface DrawOptions {
  /** `filled` is the picture itself; `outline` draws only what can move, as a ghost in `colour`. */
  style: 'filled' | 'outline';
  colour?: string;
  dashed?: boolean;
  opacity?: number;
}

const INK = '#22303c';

function valueAt(subject: Subject, id: ChannelId, frame: number): number {
  const channel = findChannel(subject, id);
  return channel ? sampleChannel(channel, frame) : CHANNELS[id].resting;
}

/** The matrix that puts a subject's look onto the stage at a frame. */
export function placeSubject(subject: Subject, frame: number): DOMMatrix {
  return new DOMMatrix()
    .translate(valueAt(subject, 'position.x', frame), valueAt(subject, 'position.y', frame))
    .rotate(valueAt(subject, 'rotation', frame))
    .scale(valueAt(subject, 'scale.x', frame), valueAt(subject, 'scale.y', frame));
}

/**
 * Draws a motion's scene at a frame, as it will be seen (exposures apply), in stage pixels: the caller sets the context's scale.
 * The one way a scene gets onto a canvas.
 */
export function drawScene(context: CanvasRenderingContext2D, motion: MotionDocument, frame: number, options: DrawOptions = { style: 'filled' }): void {
  const { widthPx, heightPx, background } = motion.stage;
  context.save();
  context.beginPath();
  context.rect(0, 0, widthPx, heightPx);
  context.clip();
  if (options.style === 'filled') {
    context.fillStyle = background;
    context.fillRect(0, 0, widthPx, heightPx);
  }
  for (const subject of motion.subjects) {
    if (options.style === 'outline' && subject.locked) continue;
    drawSubject(context, subject, exposedFrame(frame, motion.range.first, subject.exposure), options);
  }
  context.restore();
}

function drawSubject(context: CanvasRenderingContext2D, subject: Subject, frame: number, options: DrawOptions): void {
  const { look } = subject;
  const { a, b, c, d, e, f } = placeSubject(subject, frame);
  context.save();
  context.transform(a, b, c, d, e, f);
  const opacity = Math.min(1, Math.max(0, valueAt(subject, 'opacity', frame) / 100));
  context.globalAlpha = opacity * (options.opacity ?? 1);
  const outline = outlineOf(look);
  context.lineJoin = 'round';
  if (options.style === 'outline') {
    context.strokeStyle = options.colour ?? INK;
    context.lineWidth = 3;
    context.setLineDash(options.dashed ? [10, 7] : []);
    context.stroke(outline);
  } else {
    context.fillStyle = look.fill;
    context.fill(outline);
    context.strokeStyle = INK;
    context.lineWidth = 2;
    context.stroke(outline);
    context.globalAlpha *= 0.8;
    context.lineWidth = 1.5;
    if (!subject.locked) drawDetails(context, look);
  }
  context.restore();
}

/** The topmost subject a person can pick at a point of the stage, at a frame. */
export function subjectAt(context: CanvasRenderingContext2D, motion: MotionDocument, frame: number, x: number, y: number): Subject | null {
  for (const subject of motion.subjects.toReversed()) {
    if (subject.locked) continue;
    const point = placeSubject(subject, exposedFrame(frame, motion.range.first, subject.exposure)).inverse().transformPoint({ x, y });
    // Nearly invisible, tiny or flattened subjects can still be taken hold of near their pivot.
    if (context.isPointInPath(outlineOf(subject.look), point.x, point.y)) return subject;
    const pivot = { x: valueAt(subject, 'position.x', frame), y: valueAt(subject, 'position.y', frame) };
    if (Math.hypot(pivot.x - x, pivot.y - y) < 12) return subject;
  }
  return null;
}
