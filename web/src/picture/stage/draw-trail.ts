import { type MotionDocument, type Subject, trackEvents, TRACKS } from '@undulan/core';
import { putLongTrail } from './long-trail.ts';
import { createRecent } from './recent.ts';
import type { SceneContext } from './scene-context.ts';
import { keyedFrames, placesOf } from './trail-places.ts';

const POSITION = TRACKS.find((track) => track.id === 'position')!;
const PART_OF_FRAME = 1 / 4;

/** A trail of more frames than this is drawn the quickest way: its dots lie on each other. */
const MANY_FRAMES = 300;

interface Trail {
  name: string;
  motion: MotionDocument;
  subject: Subject;
  /**
   * Null until it is put down again: while something is dragged every motion is drawn but once, and keeping it would
   * only cost.
   */
  image: OffscreenCanvas | null;
}

/** The trails drawn last: a trail changes with the motion, not with the frame. */
const trails = createRecent<Trail>(4);

/**
 * Puts a subject's trail onto a canvas that shows the whole stage, drawing it anew only when the motion, its size or
 * its look changed.
 */
export function putTrail(
  context: CanvasRenderingContext2D,
  motion: MotionDocument,
  subject: Subject,
  colour: string,
  dashed: boolean,
): void {
  const { width, height } = context.canvas;
  const { a, e, f } = context.getTransform();
  const name = `${subject.id} ${colour} ${dashed} ${width} ${height} ${a} ${e} ${f}`;
  if (motion.range.last - motion.range.first > MANY_FRAMES) {
    putLongTrail(context, name, { motion, subject, colour, dashed });
    return;
  }
  const known = trails.find(name);
  if (known?.motion !== motion || known.subject !== subject) {
    trails.put({ name, motion, subject, image: null });
    drawTrail(context, motion, subject, colour, dashed);
    return;
  }
  if (!known.image) {
    known.image = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
    const own = known.image.getContext('2d')!;
    own.setTransform(context.getTransform());
    drawTrail(own, motion, subject, colour, dashed);
  }
  context.save();
  context.resetTransform();
  context.drawImage(known.image, 0, 0);
  context.restore();
}

/**
 * Draws where a subject's pivot goes over the range: its way, a dot a frame, a ring on each keyed frame. Crowded dots
 * are slow.
 */
export function drawTrail(
  context: SceneContext,
  motion: MotionDocument,
  subject: Subject,
  colour: string,
  dashed: boolean,
): void {
  const { first, last } = motion.range;
  const keyed = keyedFrames(subject);
  const at = placesOf(motion, subject);
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

export interface TrailKey {
  frame: number;
  x: number;
  y: number;
}

/**
 * The key of a subject's trail nearest to a point of the picture, within a reach in its pixels: its frame, and the
 * subject's position there.
 */
export function trailKeyAt(
  motion: MotionDocument,
  subject: Subject,
  { x, y }: { x: number; y: number },
  reach: number,
): TrailKey | null {
  let nearest: TrailKey | null = null;
  let least = reach;
  const placeAt = placesOf(motion, subject);
  for (const { frame, values } of trackEvents(subject, POSITION)) {
    const [keyX = 0, keyY = 0] = values;
    const [seenX, seenY] = placeAt(frame);
    const distance = Math.hypot(seenX - x, seenY - y);
    if (distance <= least) {
      least = distance;
      nearest = { frame, x: keyX, y: keyY };
    }
  }
  return nearest;
}
