// What changes single keys of a channel: spacing, reading and formats build on it, as editing does.
export type { ChannelRef, KeyRef, Edit } from './change-keys.ts';
export { sameKey, sameChannel } from './change-keys.ts';
export { deleteKeys } from './delete-keys.ts';
export { moveKeys } from './move-keys.ts';
export type { MoveOptions } from './move-keys.ts';
export { setLeave, setRole } from './key-properties.ts';
export { setHandle, setLink, effectiveHandles } from './set-handles.ts';
export type { HandleSide } from './set-handles.ts';
export { setEase, swapEases, setEaseAmount, easeAtKeys } from './ease-keys.ts';
export { holdPoses, freePoses } from './hold-poses.ts';
export { thinKeys, thinChannels, isStill, isMoving, extentOfKeys } from './thin-keys.ts';
export { keyFramesOf } from './key-frames.ts';
export { movedChannels } from './moved-channels.ts';
