// What is shown to a class: variants of a move side by side, what differs between them, lessons.
export { usualVariant, Variant, VARIANT_IDS, variantName, variantOf, VARIANTS } from './variants.ts';
export { easedMotion } from './variant-moves.ts';
export type { VariantAmount, VariantKindId } from './variants.ts';
export {
  Board,
  createBoard,
  createLesson,
  Lane,
  LANE_CHARTS,
  LaneChart,
  laneMotion,
  Lesson,
  MOST_LANES,
  readLesson,
  upgradeBoard,
  upgradeLesson,
} from './lesson.ts';
export { describeLane, whatDiffers } from './what-differs.ts';
export { boardClock } from './board-clock.ts';
export type { BoardClock } from './board-clock.ts';
export { mainMovement } from './lane-look.ts';
export { ASK_KINDS, AskAnswer, AskKind, histogramOf, isAnswerTo, ticksAsked, truthOf } from './asks.ts';
export type { AskedLane } from './asks.ts';
export { createDrill, Drill, DRILL_FAULTS, DRILL_KINDS, DRILL_RATES } from './drill-names.ts';
export type { DrillFault, DrillKind } from './drill-names.ts';
