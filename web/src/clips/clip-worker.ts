import {
  ClipFollower,
  type ClipPicture,
  type ClipTrack,
  type FollowedPart,
  GroundSampler,
  type Place,
  type PlacedSpot,
  type Rate,
  type SpotWay,
  trackOf,
} from '@undulan/core';
import { picturesOfClip } from './decode-clip.ts';
import { ClipProblem } from './open-clip.ts';

/** Spots in pixels of the clip. */
export interface ClipSpots {
  /** What is followed. */
  spots: readonly PlacedSpot[];
  /** Something that stands still, so that what the camera moves is taken out. */
  still?: readonly PlacedSpot[];
  /** Another spot of what is followed, so that its turning and size are followed too. */
  second?: readonly PlacedSpot[];
  /** Other subjects, each with its own spots. */
  parts?: readonly FollowedPart[];
}

/** What is to be read: the clip, what numbered images run at and is expected of others, and what is followed in it. */
export interface ToClip extends ClipSpots {
  files: readonly File[];
  rate: Rate;
}

/** A clip of which it is asked what moves in it. */
export interface ToPropose {
  files: readonly File[];
  rate: Rate;
  propose: true;
}

/** A clip that is read. */
export interface ReadClip {
  track: ClipTrack;
  by: SpotWay;
  width: number;
  height: number;
}

/** What most likely is meant to be followed; null where nothing moves. */
export interface Proposed {
  spot: (Place & { picture: number }) | null;
}

/** What comes back: how many pictures are read, what was read or is proposed, or why it cannot be. */
export type FromClip = { seen: number } | { read: ReadClip } | { proposed: Proposed } | { problem: string };

/** Pictures are followed in at most this many pixels. */
const WORKING_PIXELS = 640 * 360;
/** Progress is told each so many pictures. */
const TOLD_EVERY = 10;

const answer = (said: FromClip): void => postMessage(said);

/** One picture as it is followed in, smaller where it is large; `scale` pixels of the clip are one of it. */
interface WorkingPicture {
  picture: ClipPicture;
  seconds: number;
  scale: number;
  width: number;
  height: number;
}

async function* workingPictures(files: readonly File[], rate: Rate): AsyncGenerator<WorkingPicture> {
  let context: OffscreenCanvasRenderingContext2D | null = null;
  let scale = 1;
  for await (const { seconds, width, height, draw } of picturesOfClip(files, rate)) {
    if (!context) {
      scale = Math.max(1, Math.sqrt((width * height) / WORKING_PIXELS));
      const canvas = new OffscreenCanvas(Math.round(width / scale), Math.round(height / scale));
      context = canvas.getContext('2d', { willReadFrequently: true })!;
    }
    const own = context.canvas;
    context.clearRect(0, 0, own.width, own.height);
    draw(context, own.width, own.height);
    const { data } = context.getImageData(0, 0, own.width, own.height);
    yield { picture: { width: own.width, height: own.height, pixels: data }, seconds, scale, width, height };
  }
}

async function groundOf(files: readonly File[], rate: Rate): Promise<{ sampler: GroundSampler; scale: number }> {
  const sampler = new GroundSampler();
  let scale = 1;
  for await (const working of workingPictures(files, rate)) {
    sampler.see(working.picture);
    ({ scale } = working);
  }
  return { sampler, scale };
}

async function read({ files, rate, spots, still = [], second = [], parts = [] }: ToClip): Promise<ReadClip> {
  const all = [...spots, ...still, ...second, ...parts.flatMap((part) => part.spots)];
  const byDifference = all.some(({ by }) => by === 'difference');
  const ground = byDifference ? (await groundOf(files, rate)).sampler.ground() : null;
  let follower: ClipFollower | null = null;
  let size = { width: 0, height: 0, scale: 1 };
  for await (const { picture, seconds, ...of } of workingPictures(files, rate)) {
    if (!follower) {
      size = of;
      if (all.some(({ x, y }) => x < 0 || y < 0 || x >= of.width || y >= of.height))
        throw new ClipProblem(`The spot lies outside of the picture, which is ${of.width} × ${of.height}.`);
      const scaled = (own: readonly PlacedSpot[]): PlacedSpot[] =>
        own.map((spot) => ({ ...spot, x: spot.x / of.scale, y: spot.y / of.scale }));
      follower = new ClipFollower(scaled(spots), {
        ground,
        still: scaled(still),
        second: scaled(second),
        parts: parts.map((part) => ({ ...part, spots: scaled(part.spots) })),
      });
    }
    follower.see(picture, seconds);
    if (follower.seconds.length % TOLD_EVERY === 0) answer({ seen: follower.seconds.length });
  }
  if (!follower) throw new ClipProblem('There are no pictures in this clip.');
  if (all.some(({ picture }) => picture >= follower.seconds.length) || !follower.by)
    throw new ClipProblem('The clip has ended before the picture that was pointed at.');
  return {
    track: trackOf(follower, { expected: rate, scale: size.scale }),
    by: follower.by,
    width: size.width,
    height: size.height,
  };
}

async function propose({ files, rate }: ToPropose): Promise<Proposed> {
  const { sampler, scale } = await groundOf(files, rate);
  const ground = sampler.ground();
  const spot = ground && sampler.propose(ground);
  return { spot: spot && { ...spot, x: spot.x * scale, y: spot.y * scale } };
}

addEventListener('message', ({ data }: MessageEvent<ToClip | ToPropose>) => {
  const done: Promise<FromClip> =
    'propose' in data ? propose(data).then((proposed) => ({ proposed })) : read(data).then((own) => ({ read: own }));
  done.then(answer, (error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }));
});
