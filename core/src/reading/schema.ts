import * as z from 'zod';
import { CHANNEL_IDS } from '../motion/document/channels.ts';
import { KeyRole, MotionDocument } from '../motion/document/schema.ts';
import { FRAME_LIMIT, FrameRange } from '../time/range.ts';

/** How far off is still right: keys in frames, spacing in percent of the track's span. */
export const Tolerances = z.object({
  keyFrames: z.number().min(0.25).max(48),
  spacingPercent: z.number().min(0.5).max(100),
});
export type Tolerances = z.infer<typeof Tolerances>;

/** What is asked of a take unless an exercise says so. */
export const USUAL_TOLERANCES: Tolerances = { keyFrames: 1, spacingPercent: 5 };

export const CRITERION_IDS = ['timing', 'pose', 'spacing', 'path', 'holds', 'loop', 'economy'] as const;
export const CriterionId = z.enum(CRITERION_IDS);
export type CriterionId = z.infer<typeof CriterionId>;

/** What a criterion counts in the proposed grade; 0 leaves it out. */
export const Weight = z.number().min(0).max(10);

/** What each criterion counts. One not named counts as by `DEFAULT_WEIGHTS`. */
export const CriterionWeights = z.partialRecord(CriterionId, Weight);
export type CriterionWeights = z.infer<typeof CriterionWeights>;

/** One key of the target. */
const TargetKey = z.object({
  subjectId: z.string().max(64),
  track: z.string().max(32),
  frame: z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT),
});

/** One that may be further off, or less, than the others. */
export const KeyTolerance = TargetKey.extend({ keyFrames: Tolerances.shape.keyFrames });
export type KeyTolerance = z.infer<typeof KeyTolerance>;

/** What happens at a key of the target, by the name its instructor gives it: `apex`, `contact`. */
export const NamedEvent = TargetKey.extend({
  name: z.string().trim().min(1, 'Give the event a name.').max(30, 'A name of an event has at most 30 characters.'),
});
export type NamedEvent = z.infer<typeof NamedEvent>;

/** Another motion that is as right as the model. */
export const Alternative = z.object({
  name: z.string().trim().min(1, 'Give the alternative a name.').max(60, 'A name has at most 60 characters.'),
  motion: MotionDocument,
});
export type Alternative = z.infer<typeof Alternative>;

/** What a target says beside its model motion and its tolerances; what is not said is as usual. */
export const TargetTerms = z.object({
  keyTolerances: z.array(KeyTolerance).max(2000).optional(),
  events: z.array(NamedEvent).max(200, 'An exercise names at most 200 events.').optional(),
  weights: CriterionWeights.optional(),
  /** Whether it plays in a loop; by itself where each moving channel has its closing key one frame past the range. */
  loops: z.boolean().optional(),
  alternatives: z.array(Alternative).max(6, 'An exercise has at most six alternatives.').optional(),
});
export type TargetTerms = z.infer<typeof TargetTerms>;

/** What a take is read against: the model motion and its tolerances. Its chart is always computed from it. */
export const Target = z.object({ motion: MotionDocument, tolerances: Tolerances, ...TargetTerms.shape });
export type Target = z.infer<typeof Target>;

/** What a finding can be about, in the order to fix things. */
export const FINDING_GROUPS = ['settings', 'timing', 'spacing', 'path', 'polish'] as const;
export const FINDING_KINDS = {
  'not-all-read': 'settings',
  'rate-differs': 'settings',
  'range-differs': 'settings',
  'stage-differs': 'settings',
  'exposure-differs': 'settings',
  'rest-frame-keyed': 'settings',
  'subject-missing': 'settings',
  'track-never-keyed': 'timing',
  'tempo-differs': 'timing',
  'key-missing': 'timing',
  'key-late': 'timing',
  'key-early': 'timing',
  'key-extra': 'timing',
  'overlap-off': 'timing',
  'on-stage-off': 'timing',
  'frame-pops': 'spacing',
  'pose-off': 'spacing',
  'drawing-off': 'spacing',
  'colour-off': 'spacing',
  'hold-moves': 'spacing',
  'held-not-moving': 'spacing',
  'start-not-slow': 'spacing',
  'start-too-slow': 'spacing',
  'finish-not-slow': 'spacing',
  'finish-too-slow': 'spacing',
  'spacing-off': 'spacing',
  'contact-floats': 'spacing',
  'turn-sharp': 'spacing',
  'settle-off': 'spacing',
  'arc-off': 'path',
  'arc-kinked': 'path',
  'limb-long': 'path',
  'volume-off': 'polish',
  'loop-open': 'polish',
  'loop-jerks': 'polish',
  'loop-hitches': 'polish',
  'wobble-off': 'polish',
  strobing: 'polish',
  'track-extra': 'polish',
  'channel-idle': 'polish',
  'keys-idle': 'polish',
} as const satisfies Record<string, (typeof FINDING_GROUPS)[number]>;
export type FindingKind = keyof typeof FINDING_KINDS;

export const Severity = z.enum(['slight', 'clear', 'strong']);
export type Severity = z.infer<typeof Severity>;

/** One fault, in numbers and in a sentence a learner understands. Frames are the target's. */
export const Finding = z.object({
  kind: z.enum(Object.keys(FINDING_KINDS) as [FindingKind, ...FindingKind[]]),
  subjectId: z.string().nullable(),
  track: z.string().nullable(),
  /** Other tracks of the subject of which it says the same. */
  alike: z.array(z.string().max(32)).max(CHANNEL_IDS.length).optional(),
  /** Of a place the coordinate that it is about, where it is about all of one alone. */
  channel: z.enum(CHANNEL_IDS).optional(),
  firstFrame: z.number(),
  lastFrame: z.number(),
  measured: z.number(),
  expected: z.number(),
  tolerance: z.number(),
  unit: z.string(),
  severity: Severity,
  sentence: z.string(),
  /** The share of all that is off that putting this right removes; where it can be told. */
  mends: z.number().optional(),
});
export type Finding = z.infer<typeof Finding>;

/** The tracks a finding is about: null where it is of none, or of all. */
export const tracksTold = ({ track, alike = [] }: Pick<Finding, 'track' | 'alike'>): (string | null)[] => [
  track,
  ...alike,
];

/** What tells a finding of a reading from the others of it. */
export function findingKey({
  kind,
  subjectId,
  track,
  channel,
  firstFrame,
  lastFrame,
}: Pick<Finding, 'kind' | 'subjectId' | 'track' | 'channel' | 'firstFrame' | 'lastFrame'>): string {
  return [kind, subjectId ?? '', channel ?? track ?? '', firstFrame, lastFrame].join(' ');
}

/**
 * Error statistics in percent of the track's span, over the target's frames from its first to its last event; for the
 * sign see `measuredOn`.
 */
export const ErrorStatistics = z.object({ rmsPercent: z.number(), worstPercent: z.number(), worstFrame: z.number() });
export type ErrorStatistics = z.infer<typeof ErrorStatistics>;

export const KeyPair = z.object({
  targetFrame: z.number(),
  /** The take's key on the take's own ruler. */
  takeFrame: z.number(),
  /** In target frames; positive is late. */
  offsetFrames: z.number(),
  role: KeyRole,
});
export type KeyPair = z.infer<typeof KeyPair>;

/** Speed at both ends of a segment ÷ its mean speed: 1 is even, 0 is full ease, above 1 is snap. */
export const SegmentEase = z.object({ start: z.number(), finish: z.number() });
export type SegmentEase = z.infer<typeof SegmentEase>;

export const SegmentReading = z.object({
  firstFrame: z.number(),
  lastFrame: z.number(),
  /** Null where the motion stands still between the two keys. */
  target: SegmentEase.nullable(),
  take: SegmentEase.nullable(),
});
export type SegmentReading = z.infer<typeof SegmentReading>;

export const TrackReading = z.object({
  subjectId: z.string(),
  subjectName: z.string(),
  track: z.string(),
  label: z.string(),
  unit: z.string(),
  /** The extent of the target's movement in the track's unit; what percentages refer to. */
  span: z.number(),
  /**
   * The one channel that moves: errors are its `take − target`. Null on a trajectory of several: errors are distances,
   * + ahead and − behind along the way.
   */
  measuredOn: z.enum(CHANNEL_IDS).nullable(),
  pairs: z.array(KeyPair),
  missingFrames: z.array(z.number()),
  extraFrames: z.array(z.number()),
  segments: z.array(SegmentReading),
  /**
   * How far the take's line is from the target's, in percent of the span, whatever the time: null unless the track
   * moves along a trajectory.
   */
  path: z.object({ worstPercent: z.number(), worstFrame: z.number(), meanPercent: z.number() }).nullable(),
  raw: ErrorStatistics,
  spacing: ErrorStatistics,
  /** Signed error a frame in percent of the span, from `firstFrame` on, one a target frame of the whole range. */
  gap: z.object({ firstFrame: z.number(), raw: z.array(z.number()), spacing: z.array(z.number()) }),
});
export type TrackReading = z.infer<typeof TrackReading>;

export const Criterion = z.object({
  id: CriterionId,
  label: z.string(),
  /** What it counts in the proposed grade. */
  weight: z.number(),
  /** 0 to 100. */
  score: z.number(),
  error: z.number(),
  tolerance: z.number(),
  unit: z.string(),
});
export type Criterion = z.infer<typeof Criterion>;

/** Rises when a reading comes to hold more; an older one is made anew from its target and its take. */
export const READING_VERSION = 25;

/** The computed comparison of a take with its target. */
export const Reading = z.object({
  version: z.literal(READING_VERSION),
  range: FrameRange,
  /** Which of several acceptable targets it was nearest to; null where there is but one. */
  nearest: z.string().nullable(),
  tracks: z.array(TrackReading),
  findings: z.array(Finding),
  criteria: z.array(Criterion),
  /** The weighted mean of the criteria, 0 to 100, rounded; the instructor decides. */
  proposedGrade: z.number(),
  /** Of a take that is a clip: how sure the reading is. */
  ofClip: z
    .object({
      /** What places are uncertain by, in percent of the way, and what spacing was therefore allowed to be off by. */
      uncertainPercent: z.number(),
      spacingPercent: z.number(),
      /** How many findings would have rested on frames that are guessed: they are not said. */
      leftOut: z.int(),
    })
    .optional(),
});
export type Reading = z.infer<typeof Reading>;
