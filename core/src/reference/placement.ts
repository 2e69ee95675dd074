import * as z from 'zod';
import { onGrain } from '../motion/index.ts';
import { FRAME_LIMIT, framesPerSecond, type Rate } from '../time/index.ts';

/** Where the pictures of a reference are seen: in a corner of the stage, beside it, laid under it, or not at all. */
export const REFERENCE_PLACES = ['corner', 'beside', 'under', 'hidden'] as const;
export type ReferencePlace = (typeof REFERENCE_PLACES)[number];

export const REFERENCE_SPEEDS = { least: 0.1, most: 10 };
/** The longest footage or sound that is laid under work, in seconds. */
export const MOST_REFERENCE_SECONDS = 300;
/** No part that is left of a reference is shorter. */
const LEAST_PART_SECONDS = 0.04;

const SourceSeconds = z.number().min(0).max(MOST_REFERENCE_SECONDS);

/** How footage or sound lies on the ruler. Its own seconds count from its first picture or sample. */
export const Placement = z
  .object({
    /** The frame on which what is left of it begins, to a thousandth. */
    startFrame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT),
    /** Its own seconds that pass in one second of the ruler. */
    speed: z.number().min(REFERENCE_SPEEDS.least).max(REFERENCE_SPEEDS.most),
    /** What is left of it, in its own seconds. */
    fromSeconds: SourceSeconds,
    toSeconds: SourceSeconds,
    shown: z.enum(REFERENCE_PLACES),
    /** How much of a picture under the stage is seen, and how loud it is. */
    opacity: z.number().min(0.05).max(1),
    volume: z.number().min(0).max(1),
  })
  .refine(({ fromSeconds, toSeconds }) => toSeconds > fromSeconds, { error: 'A reference ends after it begins.' });
export type Placement = z.infer<typeof Placement>;

/** All of something that lasts so long, from a frame on, at the speed it has. */
export function placeWhole(startFrame: number, seconds: number): Placement {
  return {
    startFrame,
    speed: 1,
    fromSeconds: 0,
    toSeconds: Math.min(MOST_REFERENCE_SECONDS, Math.max(LEAST_PART_SECONDS, seconds)),
    shown: 'corner',
    opacity: 0.5,
    volume: 1,
  };
}

/** Whether two lie alike. */
export function liesAlike(one: Placement, other: Placement): boolean {
  return (Object.keys(Placement.shape) as (keyof Placement)[]).every((part) => one[part] === other[part]);
}

/** Its own second that is at a frame of the ruler, also beyond what is left of it. */
export function secondsAt({ startFrame, fromSeconds, speed }: Placement, frame: number, rate: Rate): number {
  return fromSeconds + ((frame - startFrame) * speed) / framesPerSecond(rate);
}

/** The frame of the ruler at which one of its seconds is, between frames too. */
export function frameAt({ startFrame, fromSeconds, speed }: Placement, seconds: number, rate: Rate): number {
  return startFrame + ((seconds - fromSeconds) * framesPerSecond(rate)) / speed;
}

/** What is heard or seen at a frame; null before and after what is left of it. */
export function shownSecondsAt(placement: Placement, frame: number, rate: Rate): number | null {
  const seconds = secondsAt(placement, frame, rate);
  // A frame that begins at the very end is past it, and the rounding of frames must not take the first.
  return seconds < placement.fromSeconds - 1e-9 || seconds >= placement.toSeconds - 1e-9 ? null : seconds;
}

/** The frame after the last it is seen or heard on, between frames too. */
export function endFrameOf(placement: Placement, rate: Rate): number {
  return frameAt(placement, placement.toSeconds, rate);
}

const clamped = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), high);

/** Begins on another frame. */
export function movedTo(placement: Placement, startFrame: number): Placement {
  return { ...placement, startFrame: onGrain(clamped(startFrame, -FRAME_LIMIT, FRAME_LIMIT)) };
}

/** Cut at its beginning, up to a frame: what is left stays where it is. */
export function trimmedFrom(placement: Placement, frame: number, rate: Rate): Placement {
  const seconds = clamped(secondsAt(placement, frame, rate), 0, placement.toSeconds - LEAST_PART_SECONDS);
  return { ...placement, fromSeconds: seconds, startFrame: onGrain(frameAt(placement, seconds, rate)) };
}

/** Cut at its end, from a frame on; of `lengthSeconds` in all. */
export function trimmedTo(placement: Placement, frame: number, rate: Rate, lengthSeconds: number): Placement {
  const least = placement.fromSeconds + LEAST_PART_SECONDS;
  const most = Math.max(least, Math.min(lengthSeconds, MOST_REFERENCE_SECONDS));
  return { ...placement, toSeconds: clamped(secondsAt(placement, frame, rate), least, most) };
}
