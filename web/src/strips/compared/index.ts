// A take's strips beside its target's: matches, both curves, both speeds, the twin loom, the gap.
export { gapsOf, worstOf } from './gap.ts';
export { GapStrip } from './GapStrip.tsx';
export { MatchStrip } from './MatchStrip.tsx';
export { SureStrip } from './SureStrip.tsx';
export { TwinLoomStrip } from './TwinLoomStrip.tsx';
export { TwoCurvesStrip } from './TwoCurvesStrip.tsx';
export { TwoSpeedsStrip } from './TwoSpeedsStrip.tsx';
export { alignedTime, compareTrack } from './compared-track.ts';
export type { Alignment } from './compared-track.ts';
export { correctionProblem, useCompared } from './use-compared.ts';
export type { Against } from './use-compared.ts';
