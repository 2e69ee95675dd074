import type { MotionDocument } from '../../motion/document/schema.ts';
import type { Look } from '../looks.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, Target, TrackReading } from '../schema.ts';

/** What a check looks at: the target and the take, both keyed by position, and each track the two have. */
export interface BothRead {
  target: Target;
  take: MotionDocument;
  /** The target's motion with its keys as they were set, and the take's as they were handed in. */
  set: MotionDocument;
  handedIn: MotionDocument;
  /** The ids of the target's subjects that the take has and never shows. */
  hidden: ReadonlySet<string>;
  tracks: readonly ReadTrack[];
  /** Drawings and colours, which are no movement. */
  looks: readonly Look[];
}

/** What a check found, and which of the other findings are only another sign of it. */
export interface Found {
  findings: Finding[];
  /** Says of a finding of another check that this one already tells it. */
  explains?: (finding: Finding) => boolean;
  /** Causes of others are told whatever the others explain. */
  areCauses?: boolean;
}

export function aboutTrack({
  subjectId,
  track,
}: Pick<TrackReading, 'subjectId' | 'track'>): Pick<Finding, 'subjectId' | 'track'> {
  return { subjectId, track };
}

export function isAbout(finding: Finding, { subjectId, track }: Pick<TrackReading, 'subjectId' | 'track'>): boolean {
  return finding.subjectId === subjectId && (finding.track === track || (finding.alike?.includes(track) ?? false));
}

/** One cause of many findings, and which of them it tells. */
export interface Whole {
  finding: Finding;
  tells: (finding: Finding) => boolean;
}
