import { medianOf } from '../median.ts';
import { type Box, boxAbout, type ClipPicture, type Place, wholeOf } from './clip-picture.ts';
import type { Likeness } from './colour-likeness.ts';

/** So many pictures, from all over a clip, say what its ground looks like. */
const SAMPLES = 12;
/** A pixel differs from the ground by more than so many times what is usual, and so much of a component. */
const NOISES = 3.5;
const LEAST_APART = 6;
/** And wholly by so many times that. */
const WHOLLY = 2.2;
/** What is covered by less than this share counts as not covered, and by as much less than all of it, as all. */
const BLURRED = 0.25;
/** Of all that differs this share differs less than is usual: other colours of it, and its edge. */
const FAINTER = 0.25;
/** What is pointed at may be so many pixels beside what moves. */
const BESIDE = 12;
/** What is smaller, in pixels, is nothing that moves. */
const LEAST_AREA = 16;

/** What a clip shows where nothing moves, and by how much its pixels usually differ from it. */
export interface StillGround {
  picture: ClipPicture;
  noise: number;
}

interface Sample {
  picture: ClipPicture;
  number: number;
}

/** Pictures from all over a clip, evenly, however long it is. */
export class GroundSampler {
  #samples: Sample[] = [];
  #every = 1;
  #count = 0;

  /** Takes the next picture of the clip; it must stay as it is. */
  see(picture: ClipPicture): void {
    const number = this.#count++;
    if (number % this.#every !== 0) return;
    this.#samples.push({ picture, number });
    if (this.#samples.length < 2 * SAMPLES) return;
    this.#samples = this.#samples.filter((_, i) => i % 2 === 0);
    this.#every *= 2;
  }

  /** The median of each component of each pixel over time; null of no pictures. */
  ground(): StillGround | null {
    const [first] = this.#samples;
    if (!first) return null;
    const { width, height } = first.picture;
    const pixels = new Uint8ClampedArray(4 * width * height);
    const all = this.#samples.map(({ picture }) => picture.pixels);
    const values = new Uint8Array(all.length);
    const middle = all.length >> 1;
    for (let at = 0; at < pixels.length; at++) {
      // What is seen through counts for nothing.
      if (at % 4 === 3) continue;
      for (let i = 0; i < all.length; i++) values[i] = all[i]![at]!;
      pixels[at] = values.sort()[middle]!;
    }
    const picture = { width, height, pixels };
    return { picture, noise: medianOf(this.#samples.map((sample) => medianApart(picture, sample.picture))) };
  }

  /** What most likely is meant to be followed: the largest thing that differs from the ground. Null where none does. */
  propose(ground: StillGround): (Place & { picture: number }) | null {
    const likeness = unlike(ground);
    const found = this.#samples.flatMap(({ picture, number }) => {
      const region = largestRegion(weightsOf(likeness, picture), picture.width);
      return region ? [{ ...region, number }] : [];
    });
    if (found.length === 0) return null;
    // Of its usual size: neither just coming in nor together with something else.
    const usual = medianOf(found.map(({ area }) => area));
    const best = found.reduce((a, b) => (Math.abs(b.area - usual) < Math.abs(a.area - usual) ? b : a));
    return { ...best.place, picture: best.number };
  }
}

const apartAt = (a: ClipPicture['pixels'], b: ClipPicture['pixels'], offset: number): number =>
  Math.sqrt(
    ((a[offset]! - b[offset]!) ** 2 + (a[offset + 1]! - b[offset + 1]!) ** 2 + (a[offset + 2]! - b[offset + 2]!) ** 2) /
      3,
  );

/** How far pixels usually are from the ground, by each sixteenth of them. */
function medianApart(ground: ClipPicture, { pixels }: ClipPicture): number {
  const apart: number[] = [];
  for (let offset = 0; offset < pixels.length; offset += 64) apart.push(apartAt(ground.pixels, pixels, offset));
  return medianOf(apart);
}

/**
 * How much of each pixel is not the ground. `usual` is how far what is looked for differs from it: of a pixel that is
 * blurred with the ground as much counts as is covered, about its half, so that blur makes nothing larger.
 */
function unlike({ picture: ground, noise }: StillGround, usual = 0): Likeness {
  const none = Math.max(LEAST_APART, NOISES * noise, BLURRED * usual);
  const wholly = Math.max(none * WHOLLY, (1 - BLURRED) * usual);
  const perApart = 1 / (wholly - none);
  return {
    weigh: ({ pixels, width }, box, into) => {
      let at = 0;
      for (let y = box.top; y < box.bottom; y++) {
        let offset = 4 * (y * width + box.left);
        for (let x = box.left; x < box.right; x++, at++, offset += 4) {
          const share = (apartAt(ground.pixels, pixels, offset) - none) * perApart;
          into[at] = share <= 0 ? 0 : share >= 1 ? 1 : share;
        }
      }
    },
  };
}

function weightsOf(likeness: Likeness, picture: ClipPicture): Float32Array {
  const weights = new Float32Array(picture.width * picture.height);
  likeness.weigh(picture, wholeOf(picture), weights);
  return weights;
}

interface Region {
  area: number;
  box: Box;
  /** A pixel of it, near its middle. */
  place: Place;
}

/** What hangs together with a pixel; pixels that are taken are marked. */
function regionFrom(seed: number, weights: Float32Array, width: number, taken: Uint8Array): Region {
  const waiting = [seed];
  const all: number[] = [];
  const box = { left: width, top: Infinity, right: 0, bottom: 0 };
  taken[seed] = 1;
  while (waiting.length > 0) {
    const at = waiting.pop()!;
    all.push(at);
    const [x, y] = [at % width, Math.floor(at / width)];
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x + 1);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y + 1);
    const beside = [x > 0 ? at - 1 : -1, x + 1 < width ? at + 1 : -1, at - width, at + width];
    for (const other of beside) {
      if (other < 0 || other >= weights.length || taken[other] || weights[other]! < 0.5) continue;
      taken[other] = 1;
      waiting.push(other);
    }
  }
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
  const away = (at: number): number =>
    Math.hypot((at % width) + 0.5 - middle.x, Math.floor(at / width) + 0.5 - middle.y);
  const nearest = all.reduce((best, at) => (away(at) < away(best) ? at : best));
  return { area: all.length, box, place: { x: (nearest % width) + 0.5, y: Math.floor(nearest / width) + 0.5 } };
}

function largestRegion(weights: Float32Array, width: number): Region | null {
  const taken = new Uint8Array(weights.length);
  let best: Region | null = null;
  for (let at = 0; at < weights.length; at++) {
    if (taken[at] || weights[at]! < 0.5) continue;
    const region = regionFrom(at, weights, width, taken);
    if (region.area > (best?.area ?? LEAST_AREA)) best = region;
  }
  return best;
}

/** What differs from a still ground at a place or just beside it, and how to find it elsewhere; null of nothing. */
export function differentRegion(
  ground: StillGround,
  picture: ClipPicture,
  place: Place,
): { likeness: Likeness; box: Box } | null {
  const likeness = unlike(ground);
  const weights = weightsOf(likeness, picture);
  const { width } = picture;
  const near = boxAbout(place, BESIDE, BESIDE, picture);
  let seed: number | null = null;
  let least = Infinity;
  for (let y = near.top; y < near.bottom; y++)
    for (let x = near.left; x < near.right; x++) {
      const away = Math.hypot(x + 0.5 - place.x, y + 0.5 - place.y);
      if (weights[y * width + x]! >= 0.5 && away < least) [seed, least] = [y * width + x, away];
    }
  if (seed === null) return null;
  const taken = new Uint8Array(weights.length);
  const { box } = regionFrom(seed, weights, width, taken);
  const apart: number[] = [];
  taken.forEach((own, at) => own && apart.push(apartAt(ground.picture.pixels, picture.pixels, 4 * at)));
  apart.sort((a, b) => a - b);
  return { likeness: unlike(ground, apart[Math.floor(FAINTER * apart.length)]), box };
}
