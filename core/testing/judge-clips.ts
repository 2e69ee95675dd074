import {
  ClipFollower,
  type ClipTrack,
  GroundSampler,
  type SpotWay,
  type StillGround,
  trackOf,
} from '../src/clips/index.ts';
import { type ClipConditions, type ClipMotion, type MadeClip, makeClip } from './clip-scenes.ts';

export interface JudgedTrack {
  track: ClipTrack;
  /** The 95th percentile of how far places are off where they are not guessed, in percent of the way's extent. */
  offPercent: number;
  guessed: number;
  /** Events of the motion that are not found within a frame, and found ones that are none. */
  missed: number[];
  invented: number[];
}

/** What the clip shows where nothing moves. */
export function groundOf({ pictures }: MadeClip): StillGround {
  const sampler = new GroundSampler();
  for (const picture of pictures) sampler.see(picture);
  return sampler.ground()!;
}

/** Follows the pan through a made-up clip, and says how well. */
export function judgeClip(
  motion: ClipMotion,
  conditions: ClipConditions = {},
  by: SpotWay = 'colour',
  through: (clip: MadeClip) => MadeClip = (clip) => clip,
): JudgedTrack {
  const clip = through(makeClip(motion, conditions));
  const follower = new ClipFollower([{ ...clip.first, by, picture: 0 }], {
    ground: by === 'difference' ? groundOf(clip) : null,
  });
  clip.pictures.forEach((picture, i) => follower.see(picture, i / 24));
  const track = trackOf(follower);
  const off = track.frames
    .map((frame, i) => ({ ...frame, off: Math.hypot(frame.x - clip.truth[i]!.x, frame.y - clip.truth[i]!.y) }))
    .filter(({ guessed }) => !guessed)
    .map((frame) => (100 * frame.off) / clip.span)
    .sort((a, b) => a - b);
  const isNear = (a: number, b: number): boolean => Math.abs(a - b) <= (conditions.exposure ?? 1);
  const found = track.events.map(({ frame }) => frame);
  return {
    track,
    offPercent: off[Math.floor(off.length * 0.95)] ?? Infinity,
    guessed: track.frames.filter(({ guessed }) => guessed).length,
    missed: motion.events.filter((event) => !found.some((frame) => isNear(frame, event))),
    invented: found.filter((frame) => !motion.events.some((event) => isNear(frame, event))),
  };
}
