export {
  MotionDocument,
  Subject,
  Channel,
  Key,
  Handle,
  KeyRole,
  Leave,
  HandleLink,
  Look,
  Stage,
  SHAPES,
  FRAME_GRAIN,
  parseMotion,
  BEHAVIOURS,
  Outside,
  Wobble,
  GuidePath,
  PathPoint,
  Guided,
  Cue,
  Point,
} from './schema.ts';
export type { Shape } from './schema.ts';
export { MOTION_VERSION, upgradeMotion } from './upgrade.ts';
export { CHANNELS, CHANNEL_IDS } from './channels.ts';
export type { ChannelId, ChannelKind } from './channels.ts';
export { packColour, unpackColour, mixColours, toOklab } from './colour.ts';
export { EASES, EASE_SLOPES, EASE_NAMES, EASE_FAMILIES, EASE_DIRECTIONS } from './eases.ts';
export type { Ease, EaseName, EaseFamily, EaseDirection } from './eases.ts';
export { solveBezierTime, bezierValue } from './bezier.ts';
export { createBezierTime } from './bezier-time.ts';
export { createBezierEase } from './bezier-ease.ts';
export type { BezierEase } from './bezier-ease.ts';
export { easeShapeOf, turnedShape, easeAmounts, easeProgress } from './ease-shape.ts';
export type { CurveShape, EaseShape, EaseAmounts } from './ease-shape.ts';
export { sampleChannel, keyIndexAt, channelSpeed } from './sample.ts';
export type { Speeds } from './sample.ts';
export { handleOfNumbers, numbersOfHandle } from './handle-numbers.ts';
export type { HandleNumbers } from './handle-numbers.ts';
export { changedFrames, changedSpan, changedTrackSpan } from './changed-span.ts';
export type { FrameSpan } from './changed-span.ts';
export { createSegmentSampler } from './segment.ts';
export { bakeMotion, bakeChannelInto } from './bake.ts';
export type { BakedMotion, BakeSpan } from './bake.ts';
export {
  createMotion,
  createSubject,
  createChannel,
  createKey,
  findSubject,
  findChannel,
  channelOf,
  restingOf,
} from './document.ts';
export { startingScene, bareScene } from './starting-scene.ts';
export { tracksOf, trackEvents, trackRoles, trackValues, TRACKS } from './track.ts';
export type { Track, TrackEvent, TrackId } from './track.ts';
export * from './edit/index.ts';
export { createPathSampler, pointOfPiece, ellipsePath } from './guide-path.ts';
export type { PathSampler, PathPlace } from './guide-path.ts';
export { poseOf, combine, channelValue, samplerOf, leanDegrees, turnOnPath } from './pose.ts';
export type { Affine } from './pose.ts';
export { readLoop } from './loop.ts';
export type { LoopReading } from './loop.ts';
