import type { Rate } from '../time/index.ts';
import { type ClipPicture, isWithin, type Place } from './clip-picture.ts';
import { colourRegion } from './colour-likeness.ts';
import { followBlob, type FollowSpot, type Sighting } from './follow-blob.ts';
import { followPatch } from './follow-patch.ts';
import { numbersOf, rateOfTimes } from './picture-times.ts';
import { settleTrack, type TrackFrame } from './settle-track.ts';
import { differentRegion, type StillGround } from './still-ground.ts';
import { eventsOfTrack } from './track-events.ts';
import { exposureOf } from './track-exposure.ts';
import type { ClipTrack } from './track-schema.ts';

/** By what a spot is followed: the colour of a region, the look of a patch, or what differs from a still ground. */
export const SPOT_WAYS = ['colour', 'look', 'difference'] as const;
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

/**
 * Follows a spot from the picture it is pointed at in; says by what. Pointing outside of the picture is an error, and
 * so is following by difference where nothing differs.
 */
export function followSpot(
  picture: ClipPicture,
  { by, ...place }: Spot,
  ground: StillGround | null = null,
): { follow: FollowSpot; by: SpotWay } {
  if (!isWithin(place, picture)) throw new RangeError('The spot lies outside of the picture.');
  if (by === 'difference') {
    const region = ground && differentRegion(ground, picture, place);
    if (!region) throw new RangeError('What was pressed does not differ from the ground: follow it otherwise.');
    return { follow: followBlob(region.likeness, picture, region.box), by };
  }
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

/** A spot is pointed at after so many pictures at most: they are kept to follow it back through. */
export const MOST_BEFORE_SPOT = 200;

/** One spot, from where it is first pointed at forward and back; pointed at again, by what it is there. */
class SpotTrail {
  readonly #spots: readonly PlacedSpot[];
  readonly #first: number;
  readonly #before: ClipPicture[] = [];
  readonly #ground: StillGround | null;
  #follow: FollowSpot | null = null;
  #number = 0;
  by: SpotWay | null = null;
  readonly sightings: Sighting[] = [];

  constructor(spots: readonly PlacedSpot[], ground: StillGround | null) {
    this.#spots = spots;
    this.#ground = ground;
    this.#first = Math.min(...spots.map(({ picture }) => picture));
    if (this.#first > MOST_BEFORE_SPOT)
      throw new RangeError(`A spot is first pointed at within the first ${MOST_BEFORE_SPOT + 1} pictures.`);
  }

  see(picture: ClipPicture): void {
    const number = this.#number++;
    if (number < this.#first) {
      this.#before.push(picture);
      return;
    }
    const spot = this.#spots.findLast((own) => own.picture === number);
    if (spot) {
      if (number === this.#first) this.#followBack(picture, spot);
      const { follow, by } = followSpot(picture, spot, this.#ground);
      this.#follow = follow;
      this.by ??= by;
    }
    const seen = this.#follow!(picture);
    this.sightings.push(spot && number > 0 ? { ...seen, sure: 1, error: { x: 0, y: 0 } } : seen);
  }

  #followBack(picture: ClipPicture, spot: PlacedSpot): void {
    if (this.#before.length === 0) return;
    const { follow } = followSpot(picture, spot, this.#ground);
    follow(picture);
    this.sightings.push(...this.#before.splice(0).reverse().map(follow).reverse());
  }
}

/** What helps to follow a spot, and what is followed beside it. */
export interface FollowWith {
  /** For spots that are followed by difference. */
  ground?: StillGround | null;
  /** Something that stands still: what it seems to move by the camera does. */
  still?: readonly PlacedSpot[];
  /** Another spot of what is followed: how the two lie to each other says how it turns and how large it is. */
  second?: readonly PlacedSpot[];
  /** Other subjects, each with its own spots. */
  parts?: readonly FollowedPart[];
}

/** Another subject of a clip, and where it is pointed at. */
export interface FollowedPart {
  subjectId: string;
  spots: readonly PlacedSpot[];
}

/**
 * Pictures of a clip one after the other, with a spot in it followed from where it is first pointed at, forward and
 * back; where it is pointed at again, from there on by what it is there. Spots are by the number of their picture;
 * pictures before the first of them must stay as they are until it is seen.
 */
export class ClipFollower {
  readonly #main: SpotTrail;
  readonly #still: SpotTrail | null;
  readonly #second: SpotTrail | null;
  readonly #parts: readonly { subjectId: string; trail: SpotTrail }[];
  readonly seconds: number[] = [];

  constructor(spots: readonly PlacedSpot[], { ground = null, still = [], second = [], parts = [] }: FollowWith = {}) {
    const trail = (of: readonly PlacedSpot[]): SpotTrail | null => (of.length > 0 ? new SpotTrail(of, ground) : null);
    this.#main = new SpotTrail(spots, ground);
    this.#still = trail(still);
    this.#second = trail(second);
    this.#parts = parts.map((part) => ({ subjectId: part.subjectId, trail: new SpotTrail(part.spots, ground) }));
  }

  /** By what it is followed, once the picture it is pointed at in is seen. */
  get by(): SpotWay | null {
    return this.#main.by;
  }
  get sightings(): readonly Sighting[] {
    return this.#main.sightings;
  }
  get still(): readonly Sighting[] | null {
    return this.#still?.sightings ?? null;
  }
  get second(): readonly Sighting[] | null {
    return this.#second?.sightings ?? null;
  }

  get parts(): readonly SeenPart[] {
    return this.#parts.map(({ subjectId, trail }) => ({ subjectId, sightings: trail.sightings }));
  }

  see(picture: ClipPicture, seconds: number): void {
    this.seconds.push(seconds);
    for (const trail of [this.#main, this.#still, this.#second]) trail?.see(picture);
    for (const { trail } of this.#parts) trail.see(picture);
  }
}

export interface SeenPart {
  subjectId: string;
  sightings: readonly Sighting[];
}

/** What was seen of a clip's spots, and when. */
export interface SeenSpots {
  seconds: readonly number[];
  sightings: readonly Sighting[];
  still?: readonly Sighting[] | null;
  second?: readonly Sighting[] | null;
  parts?: readonly SeenPart[];
}

/**
 * What pictures shown at these times say of what is followed in them: the rate, places, how long drawings stand, and
 * what happens. `scale` is how many pixels of the clip one of the pictures stands for.
 */
export function trackOf(
  { sightings, seconds, still, second, parts = [] }: SeenSpots,
  { expected, scale = 1 }: { expected?: Rate; scale?: number } = {},
): ClipTrack {
  const found = rateOfTimes(seconds, expected);
  const numbers = numbersOf(seconds, found.rate);
  const settled = (seen: readonly Sighting[]): TrackFrame[] =>
    settleTrack(seen, seconds, numbers).map((frame) => ({ ...frame, x: frame.x * scale, y: frame.y * scale }));
  const frames = settled(sightings);
  const shake = still && movedSince(settled(still));
  const turns = second && turnsBetween(frames, settled(second));
  const places = placesOn(steadied(frames, shake), numbers);
  const exposure = exposureOf(places);
  return {
    rate: found.rate,
    isSteady: found.isSteady,
    exposure: exposure.exposure,
    frames,
    events: eventsOfTrack(places, exposure),
    ...(shake && { shake }),
    ...(turns && { turns }),
    ...(parts.length > 0 && {
      parts: parts.map((part) => {
        const own = settled(part.sightings);
        const { exposure } = exposureOf(placesOn(steadied(own, shake), numbers));
        return { subjectId: part.subjectId, exposure, frames: own };
      }),
    }),
  };
}

/** How far something has moved since the first picture. */
const movedSince = (frames: readonly Place[]): Place[] =>
  frames.map(({ x, y }) => ({ x: x - frames[0]!.x, y: y - frames[0]!.y }));

/** How far two spots have turned about each other since the first picture, and how much further apart they are. */
function turnsBetween(main: readonly Place[], second: readonly Place[]): NonNullable<ClipTrack['turns']> {
  const between = main.map(({ x, y }, i) => ({ x: second[i]!.x - x, y: second[i]!.y - y }));
  const first = between[0]!;
  const firstApart = Math.max(1, Math.hypot(first.x, first.y));
  let [degrees, before] = [0, first];
  return between.map((now) => {
    const cross = before.x * now.y - before.y * now.x;
    degrees += (Math.atan2(cross, before.x * now.x + before.y * now.y) * 180) / Math.PI;
    before = now;
    return { degrees, size: Math.max(0.01, Math.hypot(now.x, now.y) / firstApart) };
  });
}

/** Places less what the camera moved. */
const steadied = (frames: readonly Place[], shake: ClipTrack['shake'] | null): Place[] =>
  frames.map(({ x, y }, i) => ({ x: x - (shake?.[i]?.x ?? 0), y: y - (shake?.[i]?.y ?? 0) }));

/** For each frame of the rate what there is of the picture that is shown there. */
export function onFrames<Of>(ofPictures: readonly Of[], numbers: readonly number[]): Of[] {
  const all: Of[] = [];
  ofPictures.forEach((own, i) => {
    const next = numbers[i + 1] ?? numbers[i]! + 1;
    while (all.length < next) all.push(own);
  });
  return all;
}

const placesOn = (frames: readonly Place[], numbers: readonly number[]): Place[] =>
  onFrames(frames, numbers).map(({ x, y }) => ({ x, y }));

/** Where what is followed is on each frame of the rate, from the first picture on; the camera's own moves taken out. */
export function placesOfTrack({ frames, rate, shake }: Pick<ClipTrack, 'frames' | 'rate' | 'shake'>): Place[] {
  return placesOn(steadied(frames, shake), numbersOfTrack({ frames, rate }));
}

/** Each subject that a track is of, as if it were alone in the clip; the first by the id that is given. */
export function subjectTracks(track: ClipTrack, subjectId: string): { subjectId: string; track: ClipTrack }[] {
  const { parts = [], ...main } = track;
  const others = parts.filter((part) => part.subjectId !== subjectId);
  return [
    { subjectId, track: main },
    ...others.map(({ subjectId: id, exposure, frames }) => ({
      subjectId: id,
      track: { ...main, turns: undefined, exposure, frames },
    })),
  ];
}

/** How far the camera has moved on each frame of the rate; null where that was not followed. */
export function shakeOnFrames({ frames, rate, shake }: Pick<ClipTrack, 'frames' | 'rate' | 'shake'>): Place[] | null {
  return shake ? onFrames(shake, numbersOfTrack({ frames, rate })) : null;
}

/** How far it has turned, and how large it is, on each frame of the rate; null where that was not followed. */
export function turnsOfTrack({ frames, rate, turns }: Pick<ClipTrack, 'frames' | 'rate' | 'turns'>) {
  return turns ? onFrames(turns, numbersOfTrack({ frames, rate })) : null;
}

/** The frame of each picture of a track, from 0 at the first. */
export const numbersOfTrack = ({ frames, rate }: Pick<ClipTrack, 'frames' | 'rate'>): number[] =>
  numbersOf(
    frames.map(({ seconds }) => seconds),
    rate,
  );
