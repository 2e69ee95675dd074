// Drills that train the eye: trials that differ in one thing, and how small a difference someone sees.
export { seededRandom } from './seeded.ts';
export { estimateThreshold, looksGuessed, nextSize, nextTrial, shareRight } from './threshold.ts';
export type { Answered, Threshold } from './threshold.ts';
export { nextStep, restOf } from './staircase.ts';
export { CHOICE_SIZES, CHOICES, makeTrial } from './trials.ts';
export type { Choice, SeeingTrial } from './trials.ts';
