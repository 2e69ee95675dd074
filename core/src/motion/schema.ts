import * as z from 'zod';
import { accept, type Result } from '../result.ts';
import { MAX_EXPOSURE } from '../time/exposure.ts';
import { FRAME_LIMIT, FrameRange } from '../time/range.ts';
import { Rate } from '../time/rate.ts';
import { CHANNEL_IDS } from './channels.ts';
import { EASE_NAMES } from './eases.ts';

const Id = z.string().min(1).max(64);
const Value = z.number().min(-1e9).max(1e9);

/** Keys may sit between frames, to a thousandth. */
export const FRAME_GRAIN = 1 / 1000;

/** An offset from a key in frames and in the channel's unit. */
export const Handle = z.object({ frames: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT), value: Value });
export type Handle = z.infer<typeof Handle>;

export const KeyRole = z.enum(['extreme', 'breakdown', 'inbetween']);
export type KeyRole = z.infer<typeof KeyRole>;

/** How the motion goes from a key to the next. On the last key it is kept but has no effect. */
export const Leave = z.enum(['step', 'linear', 'curve', ...EASE_NAMES]);
export type Leave = z.infer<typeof Leave>;

/** How a key's two handles depend on each other. `auto` and `flat` are computed; the others use the stored handles. */
export const HandleLink = z.enum(['mirrored', 'aligned', 'broken', 'auto', 'flat']);
export type HandleLink = z.infer<typeof HandleLink>;

export const Key = z.object({
  frame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT),
  value: Value,
  role: KeyRole,
  leave: Leave,
  in: Handle,
  out: Handle,
  link: HandleLink,
});
export type Key = z.infer<typeof Key>;

/** One animatable quantity of one subject: at rest where it has no keys. Unit and label come from `CHANNELS`. */
export const Channel = z.object({
  id: z.enum(CHANNEL_IDS),
  resting: Value,
  keys: z
    .array(Key)
    .max(20_000)
    .refine((keys) => keys.every((key, i) => i === 0 || key.frame > keys[i - 1]!.frame), {
      message: 'Keys must be in the order of their frames, no two on one frame.',
    }),
});
export type Channel = z.infer<typeof Channel>;

export const SHAPES = ['box', 'disc', 'pill', 'drop', 'glass', 'slice', 'drawer', 'cake'] as const;
export type Shape = (typeof SHAPES)[number];

const Colour = z.string().regex(/^#[0-9a-f]{6}$/i);

/** What a subject looks like: a simple shape about its pivot, in stage pixels. */
export const Look = z.object({
  shape: z.enum(SHAPES),
  widthPx: z.number().min(1).max(10_000),
  heightPx: z.number().min(1).max(10_000),
  fill: Colour,
});
export type Look = z.infer<typeof Look>;

/** Something on the stage. A locked one is scenery: it is drawn and cannot be picked or keyed. */
export const Subject = z.object({
  id: Id,
  name: z.string().trim().min(1).max(60),
  look: Look,
  locked: z.boolean(),
  exposure: z.int().min(1).max(MAX_EXPOSURE),
  channels: z
    .array(Channel)
    .refine((channels) => new Set(channels.map((channel) => channel.id)).size === channels.length, {
      message: 'A subject has each channel once.',
    }),
});
export type Subject = z.infer<typeof Subject>;

export const Stage = z.object({
  widthPx: z.int().min(16).max(8192),
  heightPx: z.int().min(16).max(8192),
  background: Colour,
});
export type Stage = z.infer<typeof Stage>;

/** The motion document: everything needed to play one motion. Subjects are listed back to front. */
export const MotionDocument = z.object({
  format: z.literal('undulan-motion'),
  version: z.literal(1),
  rate: Rate,
  range: FrameRange,
  stage: Stage,
  subjects: z
    .array(Subject)
    .max(500)
    .refine((subjects) => new Set(subjects.map((subject) => subject.id)).size === subjects.length, {
      message: 'Subjects must have ids of their own.',
    }),
});
export type MotionDocument = z.infer<typeof MotionDocument>;

/** Reads a motion document from parsed JSON of unknown origin. */
export function parseMotion(data: unknown): Result<MotionDocument> {
  const parsed = MotionDocument.safeParse(data);
  if (parsed.success) return accept(parsed.data);
  return {
    ok: false,
    issues: parsed.error.issues.map((issue) => ({
      code: issue.code ?? 'invalid',
      path: issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part)),
      message: issue.message,
    })),
  };
}
