import { channelValue, poseOf, trackEvents, trackRoles, TRACKS, type MotionDocument, type Subject } from '@undulan/core';

const POSITION = TRACKS.find((track) => track.id === 'position')!;
const TRAVEL = TRACKS.find((track) => track.id === 'travel')!;
const PART_OF_FRAME = 1 / 4;
/** A trail of more frames than this is drawn the quickest way: its dots lie on each other. */
const MANY_FRAMES = 300;

interface Kept {
  motion: MotionDocument;
  subject: Subject;
  look: string;
  image: OffscreenCanvas;
}

/** The trails drawn last: a trail changes with the motion, not with the frame, and drawing one over thousands of frames takes longer than a frame. */
const kept: Kept[] = [];
const KEPT = 4;
/** Motions that were drawn once. */
const seen = new WeakSet<MotionDocument>();

/** Puts a subject's trail onto a canvas that shows the whole stage, drawing it anew only when the motion, its size or its look changed. */
export function putTrail(context: CanvasRenderingContext2D, motion: MotionDocument, subject: Subject, colour: string, dashed: boolean): void {
  const { width, height } = context.canvas;
  const look = `${colour} ${dashed} ${width} ${height}`;
  let trail = kept.find((other) => other.motion === motion && other.subject === subject && other.look === look);
  if (!trail && !seen.has(motion)) {
    // While something is dragged every motion is drawn but once: keeping it would only cost.
    seen.add(motion);
    drawTrail(context, motion, subject, colour, dashed);
    return;
  }
  if (!trail) {
    const image = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
    const own = image.getContext('2d');
    if (!own) return;
    own.setTransform(context.getTransform());
    drawTrail(own, motion, subject, colour, dashed);
    trail = { motion, subject, look, image };
    kept.unshift(trail);
    kept.length = Math.min(kept.length, KEPT);
  }
  context.save();
  context.resetTransform();
  context.drawImage(trail.image, 0, 0);
  context.restore();
}

/** Draws where a subject's pivot goes over the range: its way, a dot a frame, a ring on each keyed frame. Crowded dots are slow. */
function drawTrail(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, motion: MotionDocument, subject: Subject, colour: string, dashed: boolean): void {
  const { first, last } = motion.range;
  const keyed = new Set([...trackRoles(subject, POSITION).keys(), ...(subject.guide ? trackRoles(subject, TRAVEL).keys() : [])]);
  const at = (frame: number): [number, number] => {
    if (!subject.guide && subject.parentId === null) return [channelValue(subject, 'position.x', frame), channelValue(subject, 'position.y', frame)];
    const { a, b, c, d, e, f } = poseOf(motion, subject, frame);
    const { x, y } = subject.pivot;
    return [a * x + c * y + e, b * x + d * y + f];
  };
  if (last - first > MANY_FRAMES) {
    drawLongTrail(context, Array.from({ length: last - first + 1 }, (_, i) => at(first + i)), (i) => keyed.has(first + i), colour, dashed);
    return;
  }
  context.save();
  context.strokeStyle = colour;
  context.fillStyle = colour;
  context.lineWidth = 1.5;
  context.globalAlpha = 0.6;
  context.setLineDash(dashed ? [7, 5] : []);
  context.beginPath();
  for (let frame = first; frame <= last; frame += PART_OF_FRAME) context.lineTo(...at(frame));
  context.stroke();
  context.setLineDash([]);
  context.globalAlpha = 1;
  for (let frame = first; frame <= last; frame++) {
    const [x, y] = at(frame);
    context.beginPath();
    context.arc(x, y, keyed.has(frame) ? 7 : 3, 0, 2 * Math.PI);
    if (keyed.has(frame)) context.stroke();
    else context.fill();
  }
  context.restore();
}

/** A trail of very many frames, drawn in pixels of the screen with what is quickest: a thin line, and square dots, hollow ones on keyed frames. */
function drawLongTrail(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, places: readonly [number, number][], isKeyed: (i: number) => boolean, colour: string, dashed: boolean): void {
  const { a, d, e, f } = context.getTransform();
  const [dot, ring] = [Math.max(1, Math.round(5 * a)), Math.max(3, Math.round(12 * a))];
  context.save();
  context.resetTransform();
  context.strokeStyle = colour;
  context.fillStyle = colour;
  context.globalAlpha = 0.6;
  context.lineWidth = 1;
  context.setLineDash(dashed ? [4, 3] : []);
  context.beginPath();
  for (const [x, y] of places) context.lineTo(x * a + e, y * d + f);
  context.stroke();
  context.globalAlpha = 1;
  context.setLineDash([]);
  places.forEach(([x, y], i) => {
    if (isKeyed(i)) context.strokeRect(Math.round(x * a + e - ring / 2) + 0.5, Math.round(y * d + f - ring / 2) + 0.5, ring - 1, ring - 1);
    else context.fillRect(Math.round(x * a + e - dot / 2), Math.round(y * d + f - dot / 2), dot, dot);
  });
  context.restore();
}

export interface TrailKey {
  frame: number;
  x: number;
  y: number;
}

/** The key of a subject's trail nearest to a point of the stage, within a reach in stage pixels. */
export function trailKeyAt(subject: Subject, { x, y }: { x: number; y: number }, reach: number): TrailKey | null {
  let nearest: TrailKey | null = null;
  let least = reach;
  for (const { frame, values } of trackEvents(subject, POSITION)) {
    const [keyX = 0, keyY = 0] = values;
    const distance = Math.hypot(keyX - x, keyY - y);
    if (distance <= least) {
      least = distance;
      nearest = { frame, x: keyX, y: keyY };
    }
  }
  return nearest;
}
