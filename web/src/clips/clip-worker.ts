import { ClipFollower, type ClipTrack, type PlacedSpot, type Rate, type SpotWay, trackOf } from '@undulan/core';
import { picturesOfClip } from './decode-clip.ts';
import { ClipProblem } from './open-clip.ts';

/** What is to be read: the clip, and the spots in pixels of it, the first in its first picture. */
export interface ToClip {
  files: readonly File[];
  spots: readonly PlacedSpot[];
  /** What numbered images run at, and what is expected of others. */
  rate: Rate;
}

/** A clip that is read. */
export interface ReadClip {
  track: ClipTrack;
  by: SpotWay;
  width: number;
  height: number;
}

/** What comes back: how many pictures are read, what was read, or why it cannot be. */
export type FromClip = { seen: number } | { read: ReadClip } | { problem: string };

/** Pictures are followed in at most this many pixels. */
const WORKING_PIXELS = 640 * 360;

const answer = (said: FromClip): void => postMessage(said);

async function read({ files, spots, rate }: ToClip): Promise<ReadClip> {
  let follower: ClipFollower | null = null;
  let context: OffscreenCanvasRenderingContext2D | null = null;
  let size = { width: 0, height: 0, scale: 1 };
  for await (const picture of picturesOfClip(files, rate)) {
    if (!context || !follower) {
      const scale = Math.max(1, Math.sqrt((picture.width * picture.height) / WORKING_PIXELS));
      size = { width: picture.width, height: picture.height, scale };
      const canvas = new OffscreenCanvas(Math.round(size.width / scale), Math.round(size.height / scale));
      context = canvas.getContext('2d', { willReadFrequently: true })!;
      const outside = spots.some(({ x, y }) => x < 0 || y < 0 || x >= size.width || y >= size.height);
      if (outside)
        throw new ClipProblem(`The spot lies outside of the picture, which is ${size.width} × ${size.height}.`);
      follower = new ClipFollower(spots.map((spot) => ({ ...spot, x: spot.x / scale, y: spot.y / scale })));
    }
    const { width, height } = context.canvas;
    context.clearRect(0, 0, width, height);
    picture.draw(context, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    follower.see({ width, height, pixels: data }, picture.seconds);
    if (follower.seconds.length % 10 === 0) answer({ seen: follower.seconds.length });
  }
  if (!follower) throw new ClipProblem('There are no pictures in this clip.');
  return {
    track: trackOf(follower, { expected: rate, scale: size.scale }),
    by: follower.by!,
    width: size.width,
    height: size.height,
  };
}

addEventListener('message', ({ data }: MessageEvent<ToClip>) => {
  void read(data).then(
    (done) => answer({ read: done }),
    (error: unknown) => answer({ problem: error instanceof Error ? error.message : String(error) }),
  );
});
