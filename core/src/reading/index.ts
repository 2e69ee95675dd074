export {
  Reading, TrackReading, SegmentReading, SegmentEase, KeyPair, ErrorStatistics, Criterion, Finding, Severity, Target, Tolerances,
  FINDING_KINDS, FINDING_GROUPS,
} from './schema.ts';
export type { FindingKind } from './schema.ts';
export { readTake } from './read-take.ts';
export { createSharedTime } from './shared-time.ts';
export type { SharedTime } from './shared-time.ts';
export { matchKeys } from './match-keys.ts';
export { criterionScore } from './criteria.ts';
