export type { ChannelRef, KeyRef, Edit } from './edit.ts';
export type { KeyValue } from './set-keys.ts';
export type { HandleSide } from './set-handles.ts';
export { sameKey, sameChannel } from './edit.ts';
export { setKeys } from './set-keys.ts';
export { clearChannel } from './clear-channel.ts';
export { deleteKeys } from './delete-keys.ts';
export { moveKeys } from './move-keys.ts';
export type { MoveOptions } from './move-keys.ts';
export { setLeave, setRole } from './key-properties.ts';
export { setHandle, setLink, effectiveHandles } from './set-handles.ts';
export { setEase, swapEases, setEaseAmount } from './ease-keys.ts';
export { setSpeed } from './set-speed.ts';
export { setPathSpeed } from './set-path-speed.ts';
export { setResting, offsetChannels } from './set-rest.ts';
export { setScene } from './set-scene.ts';
export { setSubject, addSubject, removeSubject, orderSubject, freeSubjectId } from './set-subjects.ts';
export { changeRate } from './change-rate.ts';
export type { RateEdit, ChangeRateOptions } from './change-rate.ts';
export { stretchAbout, rippleKeys, insertTime, removeTime, snapKeys } from './shift-keys.ts';
export type { SnapEdit } from './shift-keys.ts';
export { copyKeys, pasteKeys, pasteOnto, duplicateKeys, PASTE_MODES } from './clip.ts';
export type { Clip, PasteMode } from './clip.ts';
export { reverseKeys } from './reverse-keys.ts';
export { makeHold } from './hold-keys.ts';
export { holdPoses, freePoses } from './hold-poses.ts';
export { changeLength } from './change-length.ts';
export type { LengthEdit, ChangeLengthOptions } from './change-length.ts';
export { withKeyAt } from './insert-key.ts';
export { splitPosition, joinPosition } from './join-position.ts';
export { evenKeys } from './even-keys.ts';
export { thinKeys, thinChannels, isStill } from './thin-keys.ts';
export { bakeKeys } from './bake-keys.ts';
export { keepRestFrame } from './rest-frame.ts';
export { setGuide, guideSubject } from './guide-subject.ts';
export { setOutside, setWobble } from './outside-keys.ts';
export {
  Limits,
  USUAL_LIMITS,
  beyondLimits,
  bringWithin,
  brokenLimits,
  keepWithin,
  keyCount,
  newlyBroken,
} from './limits.ts';
