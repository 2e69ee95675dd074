// Rates, ranges, timecode, conversion, planning: exact where it can be.
export { Rate, RATE_PRESETS, MIN_RATE, MAX_RATE, framesPerSecond, sameRate, formatRate, parseRate } from './rate.ts';
export {
  FrameRange,
  FRAME_LIMIT,
  formatRange,
  frameCount,
  runningSeconds,
  travelSeconds,
  parseRange,
  partWithin,
} from './range.ts';
export { exposedFrame, exposedDrawings, MAX_EXPOSURE } from './exposure.ts';
export type { ExposedDrawing } from './exposure.ts';
export { answerFrames, formatExact, toNumber } from './exact.ts';
export type { Exact, FrameAnswer } from './exact.ts';
export { LENGTH, SPEED, TEMPO, COUNT, withPixels, boundsOf, parseQuantity } from './quantity.ts';
export type { Measure } from './quantity.ts';
export { formatTimecode, parseTimecode, nominalRate, droppedLabels } from './timecode.ts';
export { RULER_UNITS, RULER_UNIT_NAMES, formatRuler, parseRuler, parseTime } from './ruler.ts';
export type { RulerUnitName } from './ruler.ts';
export { RATE_POLICIES, convertFrame, convertRange } from './convert-rate.ts';
export type { RatePolicy, RateChange, ConvertedFrame } from './convert-rate.ts';
export { planCounts, planDistance, tempoFor } from './planner.ts';
export type { CountPlan, DistancePlan, Mover, MoverPlan } from './planner.ts';
export { readRun, averageRuns, tempoOf } from './beats.ts';
export type { Beat, AveragedRuns } from './beats.ts';
export { ClockOffset } from './shared-clock.ts';
export type { TimeExchange } from './shared-clock.ts';
