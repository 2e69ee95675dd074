import { type Box, boxAbout, type ClipPicture, type Place } from './clip-picture.ts';
import { oklabTable, tableIndex } from './oklab-table.ts';

/** Says of each pixel how much it belongs to what is followed, 0 to 1. */
export interface Likeness {
  /** Fills `into`, row by row of the box. */
  weigh: (picture: ClipPicture, box: Box, into: Float32Array) => void;
  /** Follows slow change of light, from where it is surely seen. */
  adapt?: (picture: ClipPicture, box: Box, weights: Float32Array) => void;
}

/** What is pointed at is grown over no more than this share of the picture. */
const MOST_AREA = 0.3;
/** Distances in OKLab that are tried as what still belongs to it, each so many times the one before. */
const LEAST_APART = 0.012;
const TIMES = 1.15;
const MOST_APART = 0.45;
/** How many steps of those an area is to last. */
const LASTING = 3;
/** A colour of its own counts by hue before light and shade: from this chroma on. */
const COLOURFUL = 0.05;
const SHADE_COUNTS = 0.6;
/** How fast the colour follows. */
const ADAPTS = 0.06;
const SURE_WEIGHT = 0.7;
/** The spread of a colour counts as at most this share of the way to the ground. */
const MOST_SPREAD = 0.35;

/** A colour, and how far another may be from it. */
interface Colour {
  lightness: number;
  a: number;
  b: number;
  shadeCounts: number;
}

function colourAt(picture: ClipPicture, box: Box, isOf: (at: number) => boolean = () => true): Colour | null {
  const { lightness, a, b } = oklabTable();
  const sum = { lightness: 0, a: 0, b: 0, count: 0 };
  let at = 0;
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++, at++) {
      if (!isOf(at)) continue;
      const index = tableIndex(picture.pixels, 4 * (y * picture.width + x));
      sum.lightness += lightness[index]!;
      sum.a += a[index]!;
      sum.b += b[index]!;
      sum.count++;
    }
  if (sum.count === 0) return null;
  const mean = { lightness: sum.lightness / sum.count, a: sum.a / sum.count, b: sum.b / sum.count };
  return { ...mean, shadeCounts: Math.hypot(mean.a, mean.b) > COLOURFUL ? SHADE_COUNTS : 1 };
}

function distances(picture: ClipPicture, box: Box, colour: Colour, into: Float32Array): void {
  const { lightness, a, b } = oklabTable();
  let at = 0;
  for (let y = box.top; y < box.bottom; y++) {
    let offset = 4 * (y * picture.width + box.left);
    for (let x = box.left; x < box.right; x++, at++, offset += 4) {
      const index = tableIndex(picture.pixels, offset);
      const shade = (lightness[index]! - colour.lightness) * colour.shadeCounts;
      const [alongA, alongB] = [a[index]! - colour.a, b[index]! - colour.b];
      into[at] = Math.sqrt(shade * shade + alongA * alongA + alongB * alongB);
    }
  }
}

/**
 * For each pixel the least threshold by which it is of one piece with the seed: distances flooded from there, the
 * nearest first.
 */
function flood(apart: Float32Array, width: number, seed: number): Float32Array {
  const BUCKETS = 512;
  const least = new Float32Array(apart.length).fill(Infinity);
  const waiting: number[][] = Array.from({ length: BUCKETS }, () => []);
  const bucketOf = (value: number): number => Math.min(BUCKETS - 1, Math.floor((value / MOST_APART) * BUCKETS));
  const reach = (at: number, level: number): void => {
    const own = Math.max(level, apart[at]!);
    if (own >= least[at]!) return;
    least[at] = own;
    waiting[bucketOf(own)]!.push(at);
  };
  reach(seed, 0);
  for (let bucket = 0; bucket < BUCKETS; bucket++) {
    const own = waiting[bucket]!;
    while (own.length > 0) {
      const at = own.pop()!;
      const level = least[at]!;
      const x = at % width;
      if (x > 0) reach(at - 1, level);
      if (x + 1 < width) reach(at + 1, level);
      if (at >= width) reach(at - width, level);
      if (at + width < apart.length) reach(at + width, level);
    }
  }
  return least;
}

/**
 * How far from the colour still belongs to it: where the area about the seed changes least with the threshold (a
 * maximally stable region, Matas et al. 2002), and how far that goes.
 */
function stableThreshold(least: Float32Array): { threshold: number; from: number; to: number } {
  const steps: number[] = [];
  for (let apart = LEAST_APART; apart <= MOST_APART; apart *= TIMES) steps.push(apart);
  const counts = new Float64Array(steps.length + 1);
  const perLog = 1 / Math.log(TIMES);
  for (const value of least)
    if (value < MOST_APART) counts[Math.max(0, Math.ceil(Math.log(value / LEAST_APART) * perLog))]! += 1;
  const areas: number[] = [];
  let sum = 0;
  for (let i = 0; i < steps.length; i++) areas.push((sum += counts[i]!));
  let [best, change] = [0, Infinity];
  for (let i = LASTING; i + LASTING < steps.length; i++) {
    if (areas[i]! < 4 || areas[i + LASTING]! > MOST_AREA * least.length) continue;
    const own = (areas[i + LASTING]! - areas[i - LASTING]!) / areas[i]!;
    if (own < change) [best, change] = [i, own];
  }
  const grows = (i: number): boolean => Math.abs(Math.log(areas[i]! / areas[best]!)) < 0.35;
  let [from, to] = [best, best];
  while (from > 0 && grows(from - 1)) from--;
  while (to + 1 < steps.length && grows(to + 1)) to++;
  return { threshold: steps[best]!, from: steps[from]!, to: steps[to]! };
}

/** What is pointed at, as a region of like colour: where it lies, and how its colour is told from others. */
export interface ColourRegion {
  likeness: Likeness;
  /** Where the region lies in the picture it was pointed at in. */
  box: Box;
}

const SEED = 1.5;
/** Pixels about a region that are blurred with it. */
const EDGE = 3;
/** This share of a region's own pixels is counted to it, and of others so many as this share of them. */
const OWN_SHARE = 0.95;
const OTHERS_SHARE = 0.1;
/** A pixel is of it until so far beyond the spread of its own, or so little beyond where the others begin. */
const SPREAD_TIMES = 1.3;
const OTHERS_TIMES = 1.25;

/** The region of like colour about a place, and how to find it in other pictures. */
export function colourRegion(picture: ClipPicture, place: Place): ColourRegion {
  const { width, height } = picture;
  const whole = { left: 0, top: 0, right: width, bottom: height };
  const apart = new Float32Array(width * height);
  const seed = Math.floor(place.y) * width + Math.floor(place.x);
  let colour = colourAt(picture, boxAbout(place, SEED, SEED, picture))!;
  let region = { threshold: LEAST_APART, from: LEAST_APART, to: LEAST_APART };
  let least: Float32Array = apart;
  // Once by the colour at the place, once by that of all the region.
  for (let round = 0; round < 2; round++) {
    distances(picture, whole, colour, apart);
    least = flood(apart, width, seed);
    region = stableThreshold(least);
    colour = colourAt(picture, whole, (at) => least[at]! <= region.threshold) ?? colour;
  }
  const box = { left: width, top: height, right: 0, bottom: 0 };
  for (let at = 0; at < least.length; at++) {
    if (least[at]! > region.threshold) continue;
    const [x, y] = [at % width, Math.floor(at / width)];
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x + 1);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y + 1);
  }
  distances(picture, whole, colour, apart);
  const to = Math.min(region.to, apartFromOthers(apart, least, region.threshold, { ...picture, box }));
  return { likeness: likenessTo(colour, { from: region.from, to }), box };
}

/**
 * How far from the colour a pixel may be before it is rather of something else in the picture, which need not touch
 * the region: what is parted from it by a rim may be more like it than the rim.
 */
function apartFromOthers(
  apart: Float32Array,
  least: Float32Array,
  threshold: number,
  { width, box }: { width: number; box: Box },
): number {
  const own: number[] = [];
  const others: number[] = [];
  for (let at = 0; at < apart.length; at++) {
    const [x, y] = [at % width, Math.floor(at / width)];
    if (least[at]! <= threshold) own.push(apart[at]!);
    else if (x < box.left - EDGE || x >= box.right + EDGE || y < box.top - EDGE || y >= box.bottom + EDGE)
      others.push(apart[at]!);
  }
  const [ownSorted, othersSorted] = [own, others].map((all) => Float32Array.from(all).sort()) as [
    Float32Array,
    Float32Array,
  ];
  const spread = ownSorted[Math.floor(OWN_SHARE * (own.length - 1))] ?? 0;
  const beyond = othersSorted[Math.min(others.length - 1, Math.floor(OTHERS_SHARE * own.length))] ?? Infinity;
  return Math.max(SPREAD_TIMES * spread, OTHERS_TIMES * beyond);
}

/** Softly, from the spread of the colour to where the ground begins: what is blurred counts by its share. */
function likenessTo(first: Colour, { from, to }: { from: number; to: number }): Likeness {
  const colour = { ...first };
  const none = Math.max(to, LEAST_APART * 2);
  const all = Math.min(from, none * MOST_SPREAD);
  const perDistance = 1 / (none - all);
  return {
    weigh: (picture, box, into) => {
      distances(picture, box, colour, into);
      const count = (box.right - box.left) * (box.bottom - box.top);
      for (let at = 0; at < count; at++) {
        const share = (none - into[at]!) * perDistance;
        into[at] = share <= 0 ? 0 : share >= 1 ? 1 : share;
      }
    },
    adapt: (picture, box, weights) => {
      const now = colourAt(picture, box, (at) => weights[at]! > SURE_WEIGHT);
      if (!now) return;
      for (const part of ['lightness', 'a', 'b'] as const) colour[part] += ADAPTS * (now[part] - colour[part]);
    },
  };
}
