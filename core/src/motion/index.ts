export {
  MotionDocument,
  Subject,
  ChainEnd,
  Channel,
  Key,
  Handle,
  KeyRole,
  Leave,
  HandleLink,
  RestFrame,
  Stage,
  parseMotion,
  BEHAVIOUR_WORDS,
  BEHAVIOURS,
  Outside,
  Wobble,
  GuidePath,
  Guided,
  Cue,
  MOST_CUES,
} from './document/schema.ts';
export { PathPoint, piecePoint, Point } from './document/geometry.ts';
export {
  boxOfLines,
  boxOfLook,
  drawingAt,
  Drawing,
  DrawnLine,
  FONTS,
  Look,
  lookOfDrawings,
  pictureAt,
  picturesOfLook,
  pileOf,
  READY_SHAPES,
  SHAPES,
  sizedLook,
  USUAL_STROKE,
  USUAL_STROKE_PX,
  Words,
} from './document/look.ts';
export type { DrawnPoint, LookBox, Shape } from './document/look.ts';
export { onGrain } from './document/frame-grain.ts';
export { MOTION_VERSION, upgradeMotion } from './document/upgrade.ts';
export { CHANNELS, CHANNEL_IDS } from './document/channels.ts';
export type { ChannelId, ChannelKind } from './document/channels.ts';
export { packColour, unpackColour, mixColours, toOklab } from './document/colour.ts';
export { EASES, EASE_SLOPES, EASE_NAMES, EASE_FAMILIES, EASE_DIRECTIONS } from './curve/eases.ts';
export type { Ease, EaseName, EaseFamily, EaseDirection } from './curve/eases.ts';
export { solveBezierTime, bezierValue } from './curve/bezier.ts';
export { createBezierTime } from './curve/bezier-time.ts';
export { createBezierEase } from './curve/bezier-ease.ts';
export type { BezierEase } from './curve/bezier-ease.ts';
export { easeShapeOf, turnedShape, easeAmounts, easeProgress } from './sampling/ease-shape.ts';
export type { CurveShape, EaseShape, EaseAmounts } from './sampling/ease-shape.ts';
export { sampleChannel, keyIndexAt, channelSpeed } from './sampling/sample.ts';
export type { Speeds } from './sampling/sample.ts';
export { handleOfNumbers, numbersOfHandle } from './sampling/handle-numbers.ts';
export type { HandleNumbers } from './sampling/handle-numbers.ts';
export { changedFrames, changedSpan, changedTrackSpan } from './sampling/changed-span.ts';
export type { FrameSpan } from './sampling/changed-span.ts';
export { createSegmentSampler } from './sampling/segment.ts';
export { standsFrom } from './sampling/stands.ts';
export { bakeMotion, bakeChannelInto } from './sampling/bake.ts';
export type { BakedMotion, BakeSpan } from './sampling/bake.ts';
export {
  createMotion,
  createKeyedSubject,
  createSubject,
  createChannel,
  createKey,
  findSubject,
  findChannel,
  channelOf,
  channelsFor,
  hasUseFor,
  restingOf,
} from './document/document.ts';
export { tracksOf, trackAlike, trackEvents, trackRoles, trackValues, trackWith, TRACKS } from './sampling/track.ts';
export type { Track, TrackEvent, TrackId } from './sampling/track.ts';
export * from './keys/index.ts';
export * from './edit/index.ts';
export { createPathSampler, pointOfPiece, ellipsePath } from './path/guide-path.ts';
export type { PathSampler, PathPlace } from './path/guide-path.ts';
export { applyTo, inverseOf, poseOf, combine, channelValue, samplerOf, leanDegrees, turnOnPath } from './path/pose.ts';
export { carriersOf } from './path/carriers.ts';
export { splitPiece } from './path/split-piece.ts';
export type { PointLine } from './path/split-piece.ts';
export { createMorph, matchLines } from './path/morph.ts';
export type { Morph } from './path/morph.ts';
export { chainAt, pullChain, stretchOf } from './path/chain.ts';
export type { Chain, Pulled } from './path/chain.ts';
export type { Affine } from './path/pose.ts';
export {
  cameraOf,
  depthAt,
  EYE_METRES,
  hasView,
  intoPlace,
  projection,
  projectionOf,
  seenPose,
  viewAt,
} from './path/view.ts';
export type { View } from './path/view.ts';
export { readLoop } from './sampling/loop.ts';
export type { LoopReading } from './sampling/loop.ts';
