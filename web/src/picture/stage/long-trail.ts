import { hasView, type MotionDocument, type Subject } from '@undulan/core';
import { createRecent } from './recent.ts';
import { keyedFrames, movedSpan, placesOf } from './trail-places.ts';

export interface LongTrail {
  motion: MotionDocument;
  subject: Subject;
  colour: string;
  dashed: boolean;
}

/** One frame of a trail. */
export interface TrailPlace {
  x: number;
  y: number;
  keyed: boolean;
}

/** Indices of places, both ends among them; empty when `to` is less than `from`. */
export interface Part {
  from: number;
  to: number;
}

const NO_PART: Part = { from: 0, to: -1 };

/** The part in which two trails of one length differ. */
export function changedPart(before: readonly TrailPlace[], after: readonly TrailPlace[]): Part {
  const same = (i: number): boolean =>
    before[i] === after[i] ||
    (before[i]!.x === after[i]!.x && before[i]!.y === after[i]!.y && before[i]!.keyed === after[i]!.keyed);
  let from = 0;
  while (from < after.length && same(from)) from++;
  if (from === after.length) return NO_PART;
  let to = after.length - 1;
  while (same(to)) to--;
  return { from, to };
}

interface Drawn {
  name: string;
  motion: MotionDocument;
  subject: Subject;
  places: TrailPlace[];
  /** All of the trail but for a part, in pixels of the screen. */
  image: OffscreenCanvas;
  hole: Part;
}

/** The long trails drawn last. */
const drawn = createRecent<Drawn>(4);

/** A change of more of a trail than this is no small one. */
const SMALL_SHARE = 1 / 4;

/**
 * Puts a trail of very many frames onto a canvas that shows the whole stage. What a drag changes of it is small beside
 * the whole: the rest is drawn once and put down again. `name` tells trails apart that are on screen together.
 */
export function putLongTrail(
  context: CanvasRenderingContext2D,
  name: string,
  { motion, subject, colour, dashed }: LongTrail,
): void {
  const known = drawn.find(name);
  const trail =
    known?.motion === motion && known.subject === subject
      ? known
      : renewed(context, name, { motion, subject, colour, dashed }, known);
  drawn.put(trail);
  context.save();
  const transform = context.getTransform();
  context.resetTransform();
  context.drawImage(trail.image, 0, 0);
  const { places, hole } = trail;
  // The way goes on to the rest on either side.
  const line = { from: Math.max(0, hole.from - 1), to: Math.min(places.length - 1, hole.to + 1) };
  drawPart(context, transform, { places, dots: hole, line }, { colour, dashed });
  context.restore();
}

/** A trail has as many places; of more frames every so many of them: dots of a pixel cover the stage long before. */
const MOST_PLACES = 10_000;

/** A subject's places on all frames; of a known trail only those that can have changed are worked out. */
function placesAfter(known: Drawn | undefined, motion: MotionDocument, subject: Subject): TrailPlace[] {
  const { first, last } = motion.range;
  const at = placesOf(motion, subject);
  const keyed = keyedFrames(subject);
  const step = Math.ceil((last - first + 1) / MOST_PLACES);
  const placeOn = (i: number): TrailPlace => {
    const frame = first + i * step;
    const [x, y] = at(frame);
    return { x, y, keyed: keyed.has(frame) };
  };
  const moved =
    known?.motion.range.first === first && known.motion.range.last === last && !hasView(motion)
      ? movedSpan(known.subject, subject)
      : null;
  if (!known || !moved) return Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => placeOn(i));
  const places = [...known.places];
  const [from, to] = [
    Math.max(0, Math.ceil((moved.first - first) / step)),
    Math.min(places.length - 1, Math.floor((moved.last - first) / step)),
  ];
  for (let i = from; i <= to; i++) places[i] = placeOn(i);
  return places;
}

/**
 * A trail as it is now: on the picture of the known one if it differs in its hole alone, else on a new one with a hole
 * where it differs.
 */
function renewed(
  context: CanvasRenderingContext2D,
  name: string,
  { motion, subject, colour, dashed }: LongTrail,
  known: Drawn | undefined,
): Drawn {
  const places = placesAfter(known, motion, subject);
  const changed =
    known?.places.length === places.length ? changedPart(known.places, places) : { from: 0, to: places.length - 1 };
  const base = { name, motion, subject, places };
  if (known && (changed.to < changed.from || (changed.from >= known.hole.from && changed.to <= known.hole.to)))
    return { ...base, image: known.image, hole: known.hole };
  const length = changed.to - changed.from + 1;
  // As much again on either side: the next move of the drag may reach farther.
  const hole =
    length > places.length * SMALL_SHARE
      ? NO_PART
      : { from: Math.max(0, changed.from - length), to: Math.min(places.length - 1, changed.to + length) };
  const image = new OffscreenCanvas(Math.max(1, context.canvas.width), Math.max(1, context.canvas.height));
  const own = image.getContext('2d')!;
  const transform = context.getTransform();
  const end = places.length - 1;
  const rest =
    hole === NO_PART
      ? [{ from: 0, to: end }]
      : [
          { from: 0, to: hole.from - 1 },
          { from: hole.to + 1, to: end },
        ];
  for (const part of rest) drawPart(own, transform, { places, dots: part, line: part }, { colour, dashed });
  return { ...base, image, hole };
}

interface TrailPart {
  places: readonly TrailPlace[];
  /** Whose dots are drawn. */
  dots: Part;
  /** Through which the line goes. */
  line: Part;
}

/**
 * Draws a part of a trail in pixels of the screen with what is quickest: a thin line, and square dots, hollow ones on
 * keyed frames.
 */
function drawPart(
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  { a, d, e, f }: DOMMatrix,
  { places, dots: { from, to }, line }: TrailPart,
  { colour, dashed }: Pick<LongTrail, 'colour' | 'dashed'>,
): void {
  if (to < from) return;
  const [dot, ring] = [Math.max(1, Math.round(5 * a)), Math.max(3, Math.round(12 * a))];
  context.strokeStyle = colour;
  context.fillStyle = colour;
  context.globalAlpha = 0.6;
  context.lineWidth = 1;
  context.setLineDash(dashed ? [4, 3] : []);
  context.beginPath();
  for (let i = line.from; i <= line.to; i++) context.lineTo(places[i]!.x * a + e, places[i]!.y * d + f);
  context.stroke();
  context.globalAlpha = 1;
  context.setLineDash([]);
  for (let i = from; i <= to; i++) {
    const { x, y, keyed } = places[i]!;
    const side = keyed ? ring : dot;
    const [left, top] = [Math.round(x * a + e - side / 2), Math.round(y * d + f - side / 2)];
    if (keyed) context.strokeRect(left + 0.5, top + 0.5, side - 1, side - 1);
    else context.fillRect(left, top, side, side);
  }
}
