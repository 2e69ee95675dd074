import * as z from 'zod';
import { FrameRange } from '../time/range.ts';
import { CHANNEL_IDS } from '../motion/channels.ts';
import { KeyRole, MotionDocument } from '../motion/schema.ts';

/** How far off is still right: keys in frames, spacing in percent of the track's span. */
export const Tolerances = z.object({
  keyFrames: z.number().min(0.25).max(48),
  spacingPercent: z.number().min(0.5).max(100),
});
export type Tolerances = z.infer<typeof Tolerances>;

/** What a take is read against: the model motion and its tolerances. Its chart is always computed from it. */
export const Target = z.object({ motion: MotionDocument, tolerances: Tolerances });
export type Target = z.infer<typeof Target>;

/** What a finding can be about, in the order to fix things. */
export const FINDING_GROUPS = ['settings', 'timing', 'spacing'] as const;
export const FINDING_KINDS = {
  'rate-differs': 'settings',
  'range-differs': 'settings',
  'stage-differs': 'settings',
  'subject-missing': 'settings',
  'track-never-keyed': 'timing',
  'key-missing': 'timing',
  'key-late': 'timing',
  'key-early': 'timing',
  'key-extra': 'timing',
  'pose-off': 'spacing',
  'hold-moves': 'spacing',
  'held-not-moving': 'spacing',
  'start-not-slow': 'spacing',
  'start-too-slow': 'spacing',
  'finish-not-slow': 'spacing',
  'finish-too-slow': 'spacing',
  'spacing-off': 'spacing',
} as const satisfies Record<string, (typeof FINDING_GROUPS)[number]>;
export type FindingKind = keyof typeof FINDING_KINDS;

export const Severity = z.enum(['slight', 'clear', 'strong']);
export type Severity = z.infer<typeof Severity>;

/** One fault, in numbers and in a sentence a learner understands. Frames are the target's. */
export const Finding = z.object({
  kind: z.enum(Object.keys(FINDING_KINDS) as [FindingKind, ...FindingKind[]]),
  subjectId: z.string().nullable(),
  track: z.string().nullable(),
  firstFrame: z.number(),
  lastFrame: z.number(),
  measured: z.number(),
  expected: z.number(),
  tolerance: z.number(),
  unit: z.string(),
  severity: Severity,
  sentence: z.string(),
});
export type Finding = z.infer<typeof Finding>;

/** Error statistics in percent of the track's span, over the target's frames from its first to its last event; for the sign see `measuredOn`. */
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
  /** The one channel that moves: errors are its `take − target`. Null on a trajectory of several: errors are distances, + ahead and − behind along the way. */
  measuredOn: z.enum(CHANNEL_IDS).nullable(),
  pairs: z.array(KeyPair),
  missingFrames: z.array(z.number()),
  extraFrames: z.array(z.number()),
  segments: z.array(SegmentReading),
  raw: ErrorStatistics,
  spacing: ErrorStatistics,
  /** Signed error a frame in percent of the span, from `firstFrame` on, one a target frame of the whole range. */
  gap: z.object({ firstFrame: z.number(), raw: z.array(z.number()), spacing: z.array(z.number()) }),
});
export type TrackReading = z.infer<typeof TrackReading>;

export const Criterion = z.object({
  id: z.enum(['timing', 'spacing']),
  label: z.string(),
  /** 0 to 100. */
  score: z.number(),
  error: z.number(),
  tolerance: z.number(),
  unit: z.string(),
});
export type Criterion = z.infer<typeof Criterion>;

/** The computed comparison of a take with its target. */
export const Reading = z.object({
  version: z.literal(1),
  range: FrameRange,
  tracks: z.array(TrackReading),
  findings: z.array(Finding),
  criteria: z.array(Criterion),
  /** The mean of the criteria, 0 to 100, rounded; the instructor decides. */
  proposedGrade: z.number(),
});
export type Reading = z.infer<typeof Reading>;
