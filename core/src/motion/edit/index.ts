// What an animator does to a motion: each operation takes a document and gives back another.
export type { KeyValue } from './set-keys.ts';
export { setKeys } from './set-keys.ts';
export { clearChannel } from './clear-channel.ts';
export { bringKeys, bringSubjects, guessBrought, shiftMotion } from './bring-in.ts';
export type { Brought } from './bring-in.ts';
export { setSpeed } from './set-speed.ts';
export { setPathSpeed } from './set-path-speed.ts';
export { setResting, offsetChannels } from './set-rest.ts';
export { setScene } from './set-scene.ts';
export { setSubject, setPivot, addSubject, removeSubject, orderSubject, freeSubjectId } from './set-subjects.ts';
export {
  addDrawing,
  drawingUp,
  drawLine,
  exposeDrawings,
  holdDrawing,
  removeDrawing,
  setDrawing,
  setLine,
} from './set-drawings.ts';
export { groupSubjects, hangSubject, ungroupSubjects } from './hang-subject.ts';
export { duplicateSubject } from './duplicate-subject.ts';
export { sceneWarnings } from './scene-warnings.ts';
export { changeRate } from './change-rate.ts';
export type { RateEdit, ChangeRateOptions } from './change-rate.ts';
export { stretchAbout, rippleKeys, insertTime, removeTime, snapKeys } from './shift-keys.ts';
export type { SnapEdit } from './shift-keys.ts';
export { copyKeys, pasteKeys, pasteOnto, duplicateKeys, PASTE_MODES } from './clip.ts';
export type { Clip, PasteMode } from './clip.ts';
export { reverseKeys } from './reverse-keys.ts';
export { closeLoop, closingFrame, hasClosingKeys } from './close-loop.ts';
export { makeHold } from './hold-keys.ts';
export { changeLength } from './change-length.ts';
export type { LengthEdit, ChangeLengthOptions } from './change-length.ts';
export { withKeyAt } from './insert-key.ts';
export { splitPosition, joinPosition } from './join-position.ts';
export { evenKeys } from './even-keys.ts';
export { bakeKeys } from './bake-keys.ts';
export { keepRestFrame } from './rest-frame.ts';
export {
  joinGuides,
  removeGuide,
  rideGuide,
  setTravel,
  splitGuide,
  spreadOnGuide,
  travelByPoints,
} from './guide-paths.ts';
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
export { startingScene, bareScene } from './starting-scene.ts';
