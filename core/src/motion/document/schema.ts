import * as z from 'zod';
import { accept, type Result } from '../../result.ts';
import { MAX_EXPOSURE } from '../../time/exposure.ts';
import { FRAME_LIMIT, FrameRange } from '../../time/range.ts';
import { Rate } from '../../time/rate.ts';
import { EASE_NAMES } from '../curve/eases.ts';
import { CHANNEL_IDS } from './channels.ts';
import { Colour, PathPoint, Point } from './geometry.ts';
import { Look } from './look.ts';
import { MOTION_VERSION, upgradeMotion } from './upgrade.ts';

const Id = z.string().min(1).max(64);
/** No value is further from 0. */
export const VALUE_LIMIT = 1e9;
const Value = z.number().min(-VALUE_LIMIT).max(VALUE_LIMIT);

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
  /** While its pose is held: how it left before, and will again when poses are freed. */
  freed: Leave.optional(),
});
export type Key = z.infer<typeof Key>;

export const BEHAVIOURS = ['hold', 'repeat', 'repeat-offset', 'mirror', 'continue'] as const;

/** The same as they are called. */
export const BEHAVIOUR_WORDS: Record<(typeof BEHAVIOURS)[number], string> = {
  hold: 'hold',
  repeat: 'repeat',
  'repeat-offset': 'repeat, going on from the end',
  mirror: 'there and back',
  continue: 'go straight on',
};

/**
 * What a channel does outside its keys, and for how many rounds of the length of its keys; 0 is without end. After the
 * last round it holds.
 */
export const Outside = z.object({ kind: z.enum(BEHAVIOURS), count: z.int().min(0).max(10_000) });
export type Outside = z.infer<typeof Outside>;

/**
 * Seeded value noise added to a channel from `firstFrame` to `lastFrame`, fading in and out inside them. The same seed
 * gives the same values everywhere.
 */
export const Wobble = z
  .object({
    seed: z.int().min(0).max(0xffffffff),
    amplitude: Value,
    periodFrames: z.number().min(0.25).max(FRAME_LIMIT),
    /** 0 is one smooth wave; towards 1 finer ones of half the period each come in more strongly. */
    roughness: z.number().min(0).max(1),
    firstFrame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT),
    lastFrame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT),
    fadeInFrames: z.number().min(0).max(FRAME_LIMIT),
    fadeOutFrames: z.number().min(0).max(FRAME_LIMIT),
  })
  .refine((wobble) => wobble.lastFrame >= wobble.firstFrame, {
    path: ['lastFrame'],
    message: 'The wobble ends before it begins.',
  });
export type Wobble = z.infer<typeof Wobble>;

/**
 * One animatable quantity of one subject: at rest where it has no keys. Unit and label come from `CHANNELS`. Outside
 * its keys it holds unless said.
 */
export const Channel = z.object({
  id: z.enum(CHANNEL_IDS),
  resting: Value,
  before: Outside.optional(),
  after: Outside.optional(),
  wobble: Wobble.optional(),
  keys: z
    .array(Key)
    .max(20_000)
    .refine((keys) => keys.every((key, i) => i === 0 || key.frame > keys[i - 1]!.frame), {
      message: 'Keys must be in the order of their frames, no two on one frame.',
    }),
});
export type Channel = z.infer<typeof Channel>;

/** A line to travel along: cubic Bézier pieces through its points; a closed one goes on from the last to the first. */
export const GuidePath = z.object({
  id: Id,
  name: z.string().trim().min(1).max(60),
  closed: z.boolean(),
  points: z.array(PathPoint).min(2).max(2000),
});
export type GuidePath = z.infer<typeof GuidePath>;

/** How a subject goes along a guide path: turned with it (by an angle besides), and leaning into its turns. */
export const Guided = z.object({
  pathId: Id,
  orient: z.boolean(),
  angle: z.number().min(-3600).max(3600),
  lean: z.number().min(0).max(10),
});
export type Guided = z.infer<typeof Guided>;

export const MOST_CUES = 2000;
/** A named frame: a beat, a contact. */
export const Cue = z.object({ frame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT), name: z.string().max(60) });
export type Cue = z.infer<typeof Cue>;

/**
 * The last part of a chain: dragging its end turns so many parts before it along. They are pulled no further than to a
 * share of their length (a limb that is nearly straight), or get longer.
 */
export const ChainEnd = z.object({
  links: z.int().min(1).max(8),
  limit: z.number().min(0.5).max(1),
  stretches: z.boolean(),
});
export type ChainEnd = z.infer<typeof ChainEnd>;

/** Something on the stage. A locked one is scenery: it is drawn and cannot be picked or keyed. */
export const Subject = z.object({
  id: Id,
  name: z.string().trim().min(1, 'Give the subject a name.').max(60, 'A name has at most 60 characters.'),
  look: Look,
  locked: z.boolean(),
  visible: z.boolean(),
  /** The subject whose place, turn and scale carry this one along; null stands on the stage. */
  parentId: Id.nullable(),
  /** The point that is placed and turned about, from the middle of the look, in px. */
  pivot: Point,
  /** Whether position x and y are keyed together. */
  positionJoined: z.boolean(),
  /** The guide path that `travel` runs along; null moves by position. */
  guide: Guided.nullable(),
  exposure: z.int().min(1).max(MAX_EXPOSURE),
  /** On stage from one frame to another, both shown; without it always. */
  onStage: FrameRange.optional(),
  chain: ChainEnd.optional(),
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
  pixelsPerMetre: z.number().min(0.001).max(1e6),
});
export type Stage = z.infer<typeof Stage>;

/**
 * How much one document may hold in all, so that whatever is accepted can be worked with; and how deep subjects may
 * hang on one another.
 */
const MOST_KEYS = 40_000;
const MOST_PATH_POINTS = 4000;
const MOST_DRAWN_POINTS = 40_000;
const MOST_PARENTS = 16;

const totalKeys = (subjects: readonly Subject[]): number =>
  subjects.reduce((sum, subject) => subject.channels.reduce((all, channel) => all + channel.keys.length, sum), 0);
const totalPoints = (guides: readonly GuidePath[]): number =>
  guides.reduce((sum, guide) => sum + guide.points.length, 0);

const totalDrawn = (subjects: readonly Subject[]): number =>
  subjects
    .flatMap(({ look: { drawings = [], morphTo } }) => (morphTo ? [...drawings, morphTo] : drawings))
    .reduce((sum, { lines }) => lines.reduce((all, { points }) => all + points.length, sum), 0);

/** Whether following the parents from any subject ends at the stage, and every name of another part leads somewhere. */
function hangsTogether({ subjects, guides }: { subjects: Subject[]; guides: GuidePath[] }): boolean {
  const parents = new Map(subjects.map((subject) => [subject.id, subject.parentId]));
  return subjects.every((subject) => {
    if (subject.guide && !guides.some((path) => path.id === subject.guide!.pathId)) return false;
    let at = subject.parentId;
    for (let steps = 0; at !== null; steps++) {
      if (!parents.has(at) || steps > MOST_PARENTS) return false;
      at = parents.get(at)!;
    }
    return true;
  });
}

export const RestFrame = z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT);

/**
 * The motion document: everything needed to play one motion. Subjects are listed back to front. Older versions are read
 * and brought up to this one.
 */
export const MotionDocument = z.preprocess(
  upgradeMotion,
  z
    .object({
      format: z.literal('undulan-motion'),
      version: z.literal(MOTION_VERSION),
      rate: Rate,
      range: FrameRange,
      /** The part playback is confined to; null is the whole range. */
      workRange: FrameRange.nullable(),
      /** A frame kept for the untouched starting pose: no keys there. */
      restFrame: RestFrame.nullable(),
      stage: Stage,
      subjects: z
        .array(Subject)
        .max(500)
        .refine((subjects) => new Set(subjects.map((subject) => subject.id)).size === subjects.length, {
          message: 'Subjects must have ids of their own.',
        }),
      guides: z.array(GuidePath).max(200),
      cues: z.array(Cue).max(MOST_CUES),
      /** From which new wobbles draw theirs. */
      seed: z.int().min(0).max(0xffffffff),
    })
    .refine(hangsTogether, {
      path: ['subjects'],
      message:
        `A subject hangs on itself, more than ${MOST_PARENTS} deep, or on a subject or guide path ` +
        'that is not there.',
    })
    .refine(({ subjects }) => totalKeys(subjects) <= MOST_KEYS, {
      path: ['subjects'],
      message: `A motion has at most ${MOST_KEYS} keys in all.`,
    })
    .refine(({ guides }) => totalPoints(guides) <= MOST_PATH_POINTS, {
      path: ['guides'],
      message: `The guide paths of a motion have at most ${MOST_PATH_POINTS} points in all.`,
    })
    .refine(({ subjects }) => totalDrawn(subjects) <= MOST_DRAWN_POINTS, {
      path: ['subjects'],
      message: `The drawings of a motion have at most ${MOST_DRAWN_POINTS} points in all.`,
    }),
);
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
