// Drills that train the eye: trials that differ in one thing, and how small a difference someone sees.
export { estimateThreshold, looksGuessed, nextSize, nextTrial, shareRight } from './threshold.ts';
export type { Answered, Threshold } from './threshold.ts';
export { nextStep, restOf } from './staircase.ts';
export { isAnswerOf, isMatch, SIZES } from './drill-kinds.ts';
export type { Chosen, DrillAnswer, Matched, Trained } from './drill-kinds.ts';
export { isChoice, makeChoice, makeMatch, movesForDrill, trialOf } from './trials.ts';
export type { ChoiceTrial, MatchTrial } from './trials.ts';
export { estimateMatch, outcomeOf } from './drill-results.ts';
export type { DrillOutcome, DrillResult } from './drill-results.ts';
export { DRILL_FOR } from './drill-for.ts';
