import * as z from 'zod';
import { Rate } from '../time/index.ts';
import { CLIP_EVENT_KINDS } from './track-events.ts';

const Finite = z.number().min(-1e6).max(1e6);

/** So many other subjects are followed beside one. */
export const MOST_PARTS = 8;
/** The longest clip that is read, in pictures. */
export const MOST_CLIP_PICTURES = 7200;

const Frames = z
  .array(
    z.object({
      seconds: Finite,
      x: Finite,
      y: Finite,
      confidence: z.number().min(0).max(1),
      guessed: z.boolean(),
    }),
  )
  .max(MOST_CLIP_PICTURES)
  .refine((frames) => frames.every(({ seconds }, i) => i === 0 || seconds >= frames[i - 1]!.seconds), {
    error: 'Pictures are shown one after the other.',
  });

/** What a clip says of a spot that is followed in it. Places are in pixels of the clip, as decoded. */
export const ClipTrack = z.object({
  rate: Rate,
  /** Whether each picture is shown for one frame of that rate. */
  isSteady: z.boolean(),
  /** The usual number of frames a drawing stands where it moves. */
  exposure: z.int().min(1).max(100),
  /** One a picture of the clip, in order. */
  frames: Frames,
  /** `frame` counts from 0 at the first picture, in frames of the rate. */
  events: z.array(z.object({ frame: Finite, kind: z.enum(CLIP_EVENT_KINDS) })).max(MOST_CLIP_PICTURES),
  /** How far a spot that stands still has moved since the first picture, one a picture: what the camera moves. */
  shake: z
    .array(z.object({ x: Finite, y: Finite }))
    .max(MOST_CLIP_PICTURES)
    .optional(),
  /** Other subjects that are followed in the same pictures. */
  parts: z
    .array(z.object({ subjectId: z.string().max(64), exposure: z.int().min(1).max(100), frames: Frames }))
    .max(MOST_PARTS)
    .optional(),
  /** How far it has turned since the first picture, clockwise, and its size by that of the first, one a picture. */
  turns: z
    .array(z.object({ degrees: Finite, size: z.number().positive().max(1000) }))
    .max(MOST_CLIP_PICTURES)
    .optional(),
});
export type ClipTrack = z.infer<typeof ClipTrack>;
