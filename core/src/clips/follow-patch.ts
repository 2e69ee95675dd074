import { boxAbout, type ClipPicture, isWithin, type Place } from './clip-picture.ts';
import type { FollowSpot, Sighting } from './follow-blob.ts';

/**
 * Follows a patch by its look: zero-mean normalised cross-correlation over all three components, the middle counting
 * most; coarsely over a window, finely about the best place, with a parabola through the peak for parts of a pixel.
 */

/** About so many samples of a patch are compared where it is looked for, and all of them where it is found. */
const COARSE_SAMPLES = 10;
/** How the middle counts: a bell so wide, as a share of the radius. */
const BELL = 0.6;
/** The window: so many pixels, and so many of the longest steps of late. */
const ROOM = 14;
const STEPS = 1.6;
/** Less than this share of the patch's contrast counts as that much. */
const LEAST_CONTRAST = 0.15;
/** A correlation of this and less is nothing, of this and more all. */
const NOTHING = 0.4;
const ALL = 0.85;
/** The patch follows its look while it is as sure as this, slowly. */
const SURE = 0.8;
const ADAPTS = 0.08;
/** A place may be off by so much of the radius, for each part that it is less sure. */
const OFF = 0.4;
/** The first patch is trusted against drift while it fits like this, and so many pixels away. */
const FIRST_FITS = 0.75;
const DRIFT = 2;
/** What it comes back to in the picture before, in pixels, and still counts as there and back. */
const THERE_AND_BACK = 1.5;
/** Below this it is looked for in all of the picture. */
const LOST = 0.3;
/** And there it has to be this sure, so much surer than nearby. */
const FOUND = 0.7;
/** At the edge of the window a place counts so much less than where it is expected. */
const EXPECTED = 0.12;

/** A square of weighted samples about a place. */
class Patch {
  readonly radius: number;
  readonly #bell: Float32Array;
  readonly values: Float32Array;

  constructor(radius: number) {
    this.radius = radius;
    const side = 2 * radius + 1;
    this.#bell = new Float32Array(side * side);
    this.values = new Float32Array(3 * side * side);
    let at = 0;
    for (let y = -radius; y <= radius; y++)
      for (let x = -radius; x <= radius; x++)
        this.#bell[at++] = Math.exp(-(x * x + y * y) / (2 * (BELL * radius) ** 2));
  }

  /** Takes the look of a place over, as much of it as `share`; with parts of a pixel. */
  take({ pixels, width, height }: ClipPicture, { x, y }: Place, share: number): void {
    const { radius, values } = this;
    const [left, top] = [x - 0.5 - radius, y - 0.5 - radius];
    const [wholeX, wholeY] = [Math.floor(left), Math.floor(top)];
    const [partX, partY] = [left - wholeX, top - wholeY];
    const column = (at: number): number => Math.min(width - 1, Math.max(0, at));
    const row = (at: number): number => Math.min(height - 1, Math.max(0, at)) * width;
    const side = 2 * radius + 1;
    for (let j = 0, at = 0; j < side; j++) {
      const [upper, lower] = [row(wholeY + j), row(wholeY + j + 1)];
      for (let i = 0; i < side; i++) {
        const [near, next] = [column(wholeX + i), column(wholeX + i + 1)];
        for (let k = 0; k < 3; k++, at++) {
          const above = pixels[4 * (upper + near) + k]! * (1 - partX) + pixels[4 * (upper + next) + k]! * partX;
          const below = pixels[4 * (lower + near) + k]! * (1 - partX) + pixels[4 * (lower + next) + k]! * partX;
          const value = above * (1 - partY) + below * partY;
          values[at] = values[at]! + share * (value - values[at]!);
        }
      }
    }
  }

  /**
   * How alike the picture about a pixel is, −1 to 1; every `stride`th sample of both axes counts. What lies outside of
   * the picture counts as its edge.
   */
  likeness({ pixels, width, height }: ClipPicture, x: number, y: number, stride: number): number {
    const { radius, values } = this;
    const side = 2 * radius + 1;
    let weights = 0;
    // The mean of each component apart: that all of it is reddish is no likeness. Written out, this is asked often.
    let a0 = 0;
    let a1 = 0;
    let a2 = 0;
    let b0 = 0;
    let b1 = 0;
    let b2 = 0;
    let sumAA = 0;
    let sumBB = 0;
    let sumAB = 0;
    for (let j = 0; j < side; j += stride) {
      const row = Math.min(height - 1, Math.max(0, y - radius + j)) * width;
      for (let i = 0; i < side; i += stride) {
        const offset = 4 * (row + Math.min(width - 1, Math.max(0, x - radius + i)));
        const at = j * side + i;
        const weight = this.#bell[at]!;
        const red = values[3 * at]!;
        const green = values[3 * at + 1]!;
        const blue = values[3 * at + 2]!;
        const r = pixels[offset]!;
        const g = pixels[offset + 1]!;
        const b = pixels[offset + 2]!;
        weights += weight;
        a0 += weight * red;
        a1 += weight * green;
        a2 += weight * blue;
        b0 += weight * r;
        b1 += weight * g;
        b2 += weight * b;
        sumAA += weight * (red * red + green * green + blue * blue);
        sumBB += weight * (r * r + g * g + b * b);
        sumAB += weight * (red * r + green * g + blue * b);
      }
    }
    const varianceA = sumAA - (a0 * a0 + a1 * a1 + a2 * a2) / weights;
    const varianceB = sumBB - (b0 * b0 + b1 * b1 + b2 * b2) / weights;
    const covariance = sumAB - (a0 * b0 + a1 * b1 + a2 * b2) / weights;
    // What has next to nothing of its contrast is not it, however alike the rest.
    const least = Math.max(varianceB, LEAST_CONTRAST * varianceA, weights);
    return covariance / Math.sqrt(Math.max(varianceA, weights) * least);
  }
}

interface Peak extends Place {
  height: number;
}

/** The best place within so far of another, by every `step`th pixel; by how near it is for `prior` of it. */
function search(
  patch: Patch,
  picture: ClipPicture,
  about: Place,
  reach: Place,
  { step, stride, prior }: { step: number; stride: number; prior: number },
): Peak {
  const box = boxAbout(about, reach.x, reach.y, picture);
  let best: Peak = { x: Math.floor(about.x), y: Math.floor(about.y), height: -1 };
  for (let y = box.top; y < box.bottom; y += step)
    for (let x = box.left; x < box.right; x += step) {
      const away = Math.hypot((x - about.x) / reach.x, (y - about.y) / reach.y);
      const height = patch.likeness(picture, x, y, stride) - prior * away;
      if (height > best.height) best = { x, y, height };
    }
  return best;
}

/** From a pixel to the top of a parabola through it and those beside it. */
function refine(patch: Patch, picture: ClipPicture, { x, y, height }: Peak): Peak {
  const part = (before: number, after: number): number => {
    const bend = before - 2 * height + after;
    return bend < 0 ? Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend))) : 0;
  };
  return {
    x: x + 0.5 + part(patch.likeness(picture, x - 1, y, 1), patch.likeness(picture, x + 1, y, 1)),
    y: y + 0.5 + part(patch.likeness(picture, x, y - 1, 1), patch.likeness(picture, x, y + 1, 1)),
    height,
  };
}

/** Climbs from a place to the best one within reach, by the best of those beside it; with parts of a pixel. */
function peakNear(patch: Patch, picture: ClipPicture, about: Place, reach: number): Peak {
  const [startX, startY] = [Math.floor(about.x), Math.floor(about.y)];
  const side = 2 * reach + 1;
  const known = new Float32Array(side * side).fill(NaN);
  const heightAt = (x: number, y: number): number => {
    const at = (y - startY + reach) * side + x - startX + reach;
    if (Number.isNaN(known[at]!)) known[at] = patch.likeness(picture, x, y, 1);
    return known[at]!;
  };
  let best: Peak = { x: startX, y: startY, height: heightAt(startX, startY) };
  for (let climbs = 0; climbs < 2 * reach; climbs++) {
    const { x, y } = best;
    for (let j = Math.max(startY - reach, y - 1); j <= Math.min(startY + reach, y + 1); j++)
      for (let i = Math.max(startX - reach, x - 1); i <= Math.min(startX + reach, x + 1); i++) {
        const height = heightAt(i, j);
        if (height > best.height) best = { x: i, y: j, height };
      }
    if (best.x === x && best.y === y) break;
  }
  return refine(patch, picture, best);
}

/** Follows the patch about a place of the first picture, so many pixels to each side. */
export function followPatch(first: ClipPicture, start: Place, radius: number): FollowSpot {
  const original = new Patch(radius);
  original.take(first, start, 1);
  const patch = new Patch(radius);
  patch.take(first, start, 1);
  const seen = new Patch(radius);
  const stride = Math.max(1, Math.round((2 * radius + 1) / COARSE_SAMPLES));
  const step = Math.max(1, Math.min(4, Math.floor(radius / 5)));
  let before = first;
  let at: Place = start;
  let velocity = { x: 0, y: 0 };
  let longest = 0;
  let isLost = false;

  const look = (picture: ClipPicture, about: Place, reach: Place, coarse: number): Peak => {
    const rough = search(patch, picture, about, reach, { step: coarse, stride, prior: EXPECTED });
    return peakNear(patch, picture, rough, coarse + 1);
  };

  return (picture): Sighting => {
    const expected = { x: at.x + velocity.x, y: at.y + velocity.y };
    const middle = { x: (at.x + expected.x) / 2, y: (at.y + expected.y) / 2 };
    const room = (isLost ? 2 : 1) * (ROOM + STEPS * longest);
    const reach = { x: Math.abs(velocity.x) / 2 + room, y: Math.abs(velocity.y) / 2 + room };
    let peak = look(picture, middle, reach, step);
    const shareOf = (height: number): number => Math.min(1, Math.max(0, (height - NOTHING) / (ALL - NOTHING)));
    if (shareOf(peak.height) < LOST) {
      const far = look(
        picture,
        { x: picture.width / 2, y: picture.height / 2 },
        { x: picture.width, y: picture.height },
        2 * step + 1,
      );
      if (shareOf(far.height) > FOUND) peak = far;
    }
    const unmoved = peakNear(original, picture, peak, DRIFT);
    if (unmoved.height > FIRST_FITS) peak = { ...unmoved, height: Math.max(unmoved.height, peak.height) };
    let sure = shareOf(peak.height);
    if (sure > 0 && picture !== before) {
      seen.take(picture, peak, 1);
      const back = peakNear(seen, before, at, Math.ceil(THERE_AND_BACK) + 2);
      const off = Math.hypot(back.x - at.x, back.y - at.y);
      if (off > THERE_AND_BACK && !isLost) sure *= 0.6;
    }
    if (sure < LOST) {
      isLost = true;
      at = isWithin(expected, picture) ? expected : at;
      velocity = { x: velocity.x * 0.8, y: velocity.y * 0.8 };
      before = picture;
      return { ...at, sure: 0, width: 2 * radius, height: 2 * radius, error: { x: Infinity, y: Infinity } };
    }
    const moved = { x: peak.x - at.x, y: peak.y - at.y };
    velocity = isLost ? { x: 0, y: 0 } : moved;
    longest = isLost ? longest : Math.max(longest * 0.9, Math.hypot(moved.x, moved.y));
    isLost = false;
    at = { x: peak.x, y: peak.y };
    before = picture;
    if (sure > SURE) patch.take(picture, at, ADAPTS);
    const error = sure > SURE ? 0 : OFF * radius * (SURE - sure);
    return { ...at, sure, width: 2 * radius, height: 2 * radius, error: { x: error, y: error } };
  };
}
