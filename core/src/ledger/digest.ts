import * as z from 'zod';
import {
  CriterionId,
  faultFrame,
  FINDING_KINDS,
  type FindingKind,
  type NamedEvent,
  type Reading,
  Severity,
} from '../reading/index.ts';

/** A fault of a take, without its sentence. Frames are the target's. */
export const Fault = z.object({
  kind: z.enum(Object.keys(FINDING_KINDS) as [FindingKind, ...FindingKind[]]),
  subjectId: z.string().nullable(),
  track: z.string().nullable(),
  firstFrame: z.number(),
  lastFrame: z.number(),
  /** What was measured less what was expected, in `unit`. */
  off: z.number(),
  unit: z.string(),
  severity: Severity,
  /** The share of all that is off that mending it removes; null where that cannot be told. */
  mends: z.number().nullable(),
  /** What the exercise calls what happens there; null where it names nothing. */
  event: z.string().nullable(),
});
export type Fault = z.infer<typeof Fault>;

/** What a movement of a take is off by. */
export const TrackOff = z.object({
  subjectId: z.string(),
  track: z.string(),
  /** What it is called: its subject, and which movement of it. */
  label: z.string(),
  /** Each key of the target that was found, by its frame, and how many frames late it is. */
  keys: z.array(z.tuple([z.number(), z.number()])),
  /** Keys of the target that were not found. */
  missing: z.array(z.number()),
  /** The spacing error, root mean square, in percent of the movement's span. */
  spacing: z.number(),
});
export type TrackOff = z.infer<typeof TrackOff>;

/** What a class's view needs of a reading: a small part of it, written with it. */
export const Digest = z.object({
  grade: z.number(),
  criteria: z.partialRecord(CriterionId, z.number()),
  faults: z.array(Fault),
  tracks: z.array(TrackOff),
});
export type Digest = z.infer<typeof Digest>;

/** Rises when a digest comes to hold more; an older one is made anew from its reading. */
export const DIGEST_VERSION = 1;

/** A named event lies at most this far from what happens at it. */
const AT_EVENT = 0.5;

const toThousandth = (value: number): number => Math.round(value * 1000) / 1000;

/** The digest of a reading against an exercise that names some events. */
export function digestOf(reading: Reading, events: readonly NamedEvent[] = []): Digest {
  const eventAt = (subjectId: string | null, track: string | null, frame: number | null): string | null =>
    events.find(
      (event) =>
        frame !== null &&
        event.subjectId === subjectId &&
        event.track === track &&
        Math.abs(event.frame - frame) <= AT_EVENT,
    )?.name ?? null;
  return {
    grade: reading.proposedGrade,
    criteria: Object.fromEntries(reading.criteria.map(({ id, score }) => [id, toThousandth(score)])),
    faults: reading.findings.map((finding) => ({
      kind: finding.kind,
      subjectId: finding.subjectId,
      track: finding.track,
      firstFrame: finding.firstFrame,
      lastFrame: finding.lastFrame,
      off: toThousandth(finding.measured - finding.expected),
      unit: finding.unit,
      severity: finding.severity,
      mends: finding.mends ?? null,
      event: eventAt(finding.subjectId, finding.track, faultFrame(finding, reading)),
    })),
    tracks: reading.tracks.map(({ subjectId, track, subjectName, label, pairs, missingFrames, spacing }) => ({
      subjectId,
      track,
      label: label ? `${subjectName}, ${label}` : subjectName,
      keys: pairs.map(({ targetFrame, offsetFrames }): [number, number] => [
        toThousandth(targetFrame),
        toThousandth(offsetFrames),
      ]),
      missing: missingFrames,
      spacing: toThousandth(spacing.rmsPercent),
    })),
  };
}
