// Clips: rendered or recorded pictures, in which a spot is followed and read as motion.
export type { ClipPicture, Place } from './clip-picture.ts';
export { rateOfTimes } from './picture-times.ts';
export type { FoundRate } from './picture-times.ts';
export {
  ClipFollower,
  MOST_BEFORE_SPOT,
  placesOfTrack,
  shakeOnFrames,
  SPOT_WAYS,
  subjectTracks,
  trackOf,
  turnsOfTrack,
} from './track-clip.ts';
export { GroundSampler } from './still-ground.ts';
export type { StillGround } from './still-ground.ts';
export type { FollowedPart, FollowWith, PlacedSpot, Spot, SpotWay } from './track-clip.ts';
export { ClipTrack, MOST_CLIP_PICTURES, MOST_PARTS } from './track-schema.ts';
export { CLIP_EVENT_KINDS } from './track-events.ts';
export type { ClipEvent, ClipEventKind } from './track-events.ts';
export { isSound, MEDIA_KINDS, mediaKindOf, mediaType, KIND_BYTES } from './media-kind.ts';
export type { MediaKind } from './media-kind.ts';
export { furthestMoving, proposeRegistration } from './lay-track.ts';
export type { Registration } from './lay-track.ts';
export { readTrackAgainst, sureOnFrames, takeOfTrack, targetSeen } from './clip-take.ts';
export { TrackFile, trackFileSchema, writeTrackFile } from './track-file.ts';
export { apngSeconds } from './apng-times.ts';
