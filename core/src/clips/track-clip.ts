import type { Rate } from '../time/index.ts';
import { type ClipPicture, isWithin, type Place } from './clip-picture.ts';
import { colourRegion } from './colour-likeness.ts';
import { followBlob, type FollowSpot, type Sighting } from './follow-blob.ts';
import { followPatch } from './follow-patch.ts';
import { numbersOf, rateOfTimes } from './picture-times.ts';
import { settleTrack } from './settle-track.ts';
import { eventsOfTrack } from './track-events.ts';
import { exposureOf } from './track-exposure.ts';
import type { ClipTrack } from './track-schema.ts';

/** By what a spot is followed: the colour of a region, or the look of a patch. */
export const SPOT_WAYS = ['colour', 'look'] as const;
export type SpotWay = (typeof SPOT_WAYS)[number];

/** A spot that is pointed at. */
export interface Spot extends Place {
  /** Undefined: what fits. */
  by?: SpotWay;
}

/** A spot pointed at in one of the pictures, by its number from 0. */
export interface PlacedSpot extends Spot {
  picture: number;
}

/** A region larger than this share of the picture is ground. */
const GROUND = 0.12;
/** The radius of a patch, as shares of the picture's height. */
const PATCH = { least: 0.02, usual: 0.055, most: 0.09 };

/** Follows a spot from the picture it is pointed at in; says by what. Pointing outside of the picture is an error. */
export function followSpot(picture: ClipPicture, { by, ...place }: Spot): { follow: FollowSpot; by: SpotWay } {
  if (!isWithin(place, picture)) throw new RangeError('The spot lies outside of the picture.');
  const region = by === 'look' ? null : colourRegion(picture, place);
  const box = region?.box;
  const share = box ? ((box.right - box.left) * (box.bottom - box.top)) / (picture.width * picture.height) : 0;
  if (region && (by === 'colour' || (share < GROUND && share > 0.0002)))
    return { follow: followBlob(region.likeness, picture, region.box), by: 'colour' };
  return { follow: followPatch(picture, place, patchRadius(picture)), by: 'look' };
}

function patchRadius({ height }: ClipPicture): number {
  return Math.round(Math.max(5, PATCH.usual * height));
}

/**
 * Pictures of a clip one after the other, with a spot in it followed from the first; where it is pointed at again, from
 * there on by what it is there.
 */
export class ClipFollower {
  readonly #spots: readonly PlacedSpot[];
  #follow: FollowSpot | null = null;
  /** By what it is followed, once the first picture is seen. */
  by: SpotWay | null = null;
  readonly sightings: Sighting[] = [];
  readonly seconds: number[] = [];

  /** Spots by the number of their picture, the first of them in the first. */
  constructor(spots: readonly PlacedSpot[]) {
    this.#spots = spots;
  }

  see(picture: ClipPicture, seconds: number): void {
    const spot = this.#spots.findLast((own) => own.picture === this.sightings.length);
    if (spot) {
      const { follow, by } = followSpot(picture, spot);
      this.#follow = follow;
      this.by ??= by;
    }
    if (!this.#follow) throw new RangeError('There is no spot in the first picture.');
    const seen = this.#follow(picture);
    this.sightings.push(spot && spot.picture > 0 ? { ...seen, sure: 1, error: { x: 0, y: 0 } } : seen);
    this.seconds.push(seconds);
  }
}

/**
 * What pictures shown at these times say of what is followed in them: the rate, places, how long drawings stand, and
 * what happens. `scale` is how many pixels of the clip one of the pictures stands for.
 */
export function trackOf(
  { sightings, seconds }: { sightings: readonly Sighting[]; seconds: readonly number[] },
  { expected, scale = 1 }: { expected?: Rate; scale?: number } = {},
): ClipTrack {
  const found = rateOfTimes(seconds, expected);
  const numbers = numbersOf(seconds, found.rate);
  const settled = settleTrack(sightings, seconds, numbers);
  const frames = settled.map((frame) => ({ ...frame, x: frame.x * scale, y: frame.y * scale }));
  const places = placesOn(frames, numbers);
  const exposure = exposureOf(places);
  return {
    rate: found.rate,
    isSteady: found.isSteady,
    exposure: exposure.exposure,
    frames,
    events: eventsOfTrack(places, exposure),
  };
}

/** A place for each frame of the rate: what is shown there. */
function placesOn(frames: readonly Place[], numbers: readonly number[]): Place[] {
  const places: Place[] = [];
  frames.forEach((frame, i) => {
    const next = numbers[i + 1] ?? numbers[i]! + 1;
    while (places.length < next) places.push({ x: frame.x, y: frame.y });
  });
  return places;
}

/** Where what is followed is on each frame of the rate, from the first picture on. */
export function placesOfTrack({ frames, rate }: Pick<ClipTrack, 'frames' | 'rate'>): Place[] {
  return placesOn(frames, numbersOfTrack({ frames, rate }));
}

/** The frame of each picture of a track, from 0 at the first. */
export const numbersOfTrack = ({ frames, rate }: Pick<ClipTrack, 'frames' | 'rate'>): number[] =>
  numbersOf(
    frames.map(({ seconds }) => seconds),
    rate,
  );
