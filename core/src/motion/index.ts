export {
  MotionDocument, Subject, Channel, Key, Handle, KeyRole, Leave, HandleLink, Look, Stage, SHAPES, FRAME_GRAIN, parseMotion,
} from './schema.ts';
export type { Shape } from './schema.ts';
export { CHANNELS, CHANNEL_IDS } from './channels.ts';
export type { ChannelId, ChannelKind } from './channels.ts';
export { EASES, EASE_NAMES, EASE_FAMILIES, EASE_DIRECTIONS } from './eases.ts';
export type { Ease, EaseName, EaseFamily, EaseDirection } from './eases.ts';
export { solveBezierTime, bezierValue } from './bezier.ts';
export { sampleChannel, keyIndexAt } from './sample.ts';
export { createSegmentSampler } from './segment.ts';
export { bakeMotion, bakeChannelInto } from './bake.ts';
export type { BakedMotion, BakeSpan } from './bake.ts';
export {
  createMotion, createSubject, createChannel, createKey, findSubject, findChannel, channelOf, startingScene,
} from './document.ts';
export { tracksOf, trackEvents, trackValues, TRACKS } from './track.ts';
export type { Track, TrackEvent, TrackId } from './track.ts';
export * from './edit/index.ts';
