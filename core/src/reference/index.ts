// Footage and sound under the work: how they lie on the ruler, and what timing they give.
export {
  endFrameOf,
  frameAt,
  liesAlike,
  MOST_REFERENCE_SECONDS,
  movedTo,
  Placement,
  placeWhole,
  REFERENCE_PLACES,
  REFERENCE_SPEEDS,
  secondsAt,
  shownSecondsAt,
  trimmedFrom,
  trimmedTo,
} from './placement.ts';
export type { ReferencePlace } from './placement.ts';
export { findOnsets } from './sound-onsets.ts';
export type { Onset } from './sound-onsets.ts';
export { asOneChannel, soundPeaks } from './sound-peaks.ts';
export { makeStandIn, STAND_IN_SAMPLE_RATE, STAND_IN_SOUNDS } from './stand-in-sounds.ts';
export type { StandInSound } from './stand-in-sounds.ts';
export { actOut, cuesOfTrack, fitOnStage, performanceOf } from './act-out.ts';
export type { Acted } from './act-out.ts';
