// A take beside its target: keys matched, tracks compared, what is found, what it is worth.
export {
  Reading,
  TrackReading,
  SegmentReading,
  SegmentEase,
  KeyPair,
  ErrorStatistics,
  Criterion,
  Finding,
  Severity,
  Target,
  Tolerances,
  USUAL_TOLERANCES,
  FINDING_KINDS,
  FINDING_GROUPS,
  findingKey,
  tracksTold,
  READING_VERSION,
  CRITERION_IDS,
  CriterionId,
  CriterionWeights,
  Weight,
  KeyTolerance,
  NamedEvent,
  Alternative,
  TargetTerms,
} from './schema.ts';
export type { FindingKind } from './schema.ts';
export { faultFrame } from './fault-frame.ts';
export { momentsOf, noiseOf, restsOf } from './moments.ts';
export { spanOf } from './track-error.ts';
export { readTake, targetRead, MODEL_NAME } from './read-take.ts';
export { asRead } from './read-bounds.ts';
export { createSharedTime } from './shared-time.ts';
export type { SharedTime } from './shared-time.ts';
export { matchKeys } from './match-keys.ts';
export { criterionScore, weightedScore, DEFAULT_WEIGHTS, CRITERION_LABELS } from './criteria.ts';
export { termsFollowing } from './follow-keys.ts';
export { movedAlong } from './moved-along.ts';
export type { MovedAlong } from './moved-along.ts';
export { madeUpTakes } from './made-up-takes.ts';
export type { MadeUpTake } from './made-up-takes.ts';
export { withTargetTiming, withTargetSpacing } from './show-me.ts';
export { compareReadings } from './compare-readings.ts';
export type { ReadingChange } from './compare-readings.ts';
export { createWarp } from './warp.ts';
export type { Warp } from './warp.ts';
export { movementsName } from './said-once.ts';
export { FINDING_NAMES } from './kind-names.ts';
