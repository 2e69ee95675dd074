import { ClipTrack, framesPerSecond, SPOT_WAYS } from '@undulan/core';
import * as z from 'zod';
import { TakeWords } from './courses.ts';

/** As many frames are motion with a key on each. */
const MOST_FRAMES = 15_000;

function framesOf(frames: ClipTrack['frames'], rate: ClipTrack['rate']): number {
  return frames.length === 0 ? 0 : (frames.at(-1)!.seconds - frames[0]!.seconds) * framesPerSecond(rate);
}

/** What a learner followed in a clip. */
export const FollowedClip = z.object({
  by: z.enum(SPOT_WAYS),
  /** Pixels of the clip, which the track's places are in. */
  width: z.int().min(1).max(8192),
  height: z.int().min(1).max(8192),
  track: ClipTrack.refine(
    ({ frames, shake, turns, parts = [] }) =>
      [shake, turns, ...parts.map((part) => part.frames)].every(
        (of) => of === undefined || of.length === frames.length,
      ),
    { error: 'What is said of each picture is said of all.' },
  ).refine(({ frames, rate }) => framesOf(frames, rate) <= MOST_FRAMES, {
    error: `A clip has at most ${MOST_FRAMES} frames of its rate.`,
  }),
});
export type FollowedClip = z.infer<typeof FollowedClip>;

/** What was followed in a clip, and how large it lies over the stage. */
export const FollowClip = z.object({
  followed: FollowedClip,
  /** Stage pixels a pixel of the clip, where that was measured by a known length. */
  scale: z.number().positive().max(1e4).optional(),
});
export type FollowClip = z.infer<typeof FollowClip>;

/** A clip that is whole, handed in with what was followed in it. */
export const HandInClip = z.object({ clipId: z.uuid(), ...FollowClip.shape, ...TakeWords.shape });
export type HandInClip = z.input<typeof HandInClip>;

/** How a clip lies over the stage: a place of it is at `place · scale + shift`. */
const Registration = z.object({
  subjectId: z.string().max(64),
  scale: z.number().positive().max(1e5),
  shift: z.object({ x: z.number(), y: z.number() }),
});

/** The clip of a take. Its bytes are at `/api/clips/:id`. */
export const TakeClip = FollowedClip.extend({
  id: z.string(),
  name: z.string(),
  type: z.string(),
  bytes: z.int(),
  registration: Registration,
});
export type TakeClip = z.infer<typeof TakeClip>;
