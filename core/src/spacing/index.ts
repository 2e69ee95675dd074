// Where drawings stand between extremes: charts, builders, marks, fitting, and what the eye sees of it.
export { progressInto } from './progress.ts';
export { frameTable } from './frame-table.ts';
export type { FrameRow } from './frame-table.ts';
export { cornersOf } from './corners.ts';
export { timingCharts, timingChartAt, trackProgress, trackSpacing } from './timing-chart.ts';
export type { TimingChart, ChartMark } from './timing-chart.ts';
export {
  evenSpacing,
  halvesSpacing,
  thirdsSpacing,
  favouredSpacing,
  easedSpacing,
  gravitySpacing,
  swingSpacing,
  springSpacing,
  ratePlanSpacing,
  dropFrames,
  turned,
  stepsOf,
  GRAVITY,
} from './builders.ts';
export type { Spacing, Toward, RateStretch } from './builders.ts';
export { spreadMarks, moveMark, marksToTravel, travelToMarks, MARK_SPREADS } from './marks.ts';
export type { Marks, MarkSpread } from './marks.ts';
export { wayOf } from './way.ts';
export type { Way } from './way.ts';
export { shapeSegment, setBreakdown, drawSpacing } from './space-segment.ts';
export type { SegmentRef } from './space-segment.ts';
export { bendSegment, bendThrough, shapeOf } from './bend-segment.ts';
export { describeMove } from './describe-move.ts';
export { fastestOf, faster, speedPiece, trackSpeed, wayBetween } from './move-speed.ts';
export type { SpeedPoint } from './move-speed.ts';
export { howOften, readSpacing } from './spacing-look.ts';
export type { SpacingLook } from './spacing-look.ts';
export { fitCurve, fitPieces, curveSpacing } from './fit-curve.ts';
export type { FittedCurve } from './fit-curve.ts';
export { moveOntoGuide, moveOffGuide, keyedByPosition } from './guide-move.ts';
export { shapeBySpacing, spaceDrawings, squeezed } from './space-drawings.ts';
export type { DrawingPlace } from './space-drawings.ts';
export { drawingRoom, roomTogether } from './drawing-room.ts';
export type { DrawingRoom } from './drawing-room.ts';
export { fractionOf, shareWords, drawnToFraction } from './fractions.ts';
