// The picture: one way to draw a scene on a frame, onion skins, trails, and subjects to drag.
export { EditableStage, TAKE_COLOUR, TARGET_COLOUR } from './EditableStage.tsx';
export { MotionPicture } from './MotionPicture.tsx';
export { PictureInSight } from './PictureInSight.tsx';
export { OnionPopover } from './OnionPopover.tsx';
export { StageView } from './StageView.tsx';
export type { StageDrawing } from './StageView.tsx';
export { linesOfLook } from './traced-lines.ts';
export {
  drawScene,
  drawShifted,
  lookStateAt,
  opacityAt,
  paintAt,
  pivotOnStage,
  subjectAt,
  subjectsSeen,
} from './draw-scene.ts';
export type { SeenSubject } from './draw-scene.ts';
export { PathRecorder } from './path-recorder.ts';
export { traceOf } from './scene-context.ts';
export type { SceneContext } from './scene-context.ts';
export { loadedPicture, loadPictures, useLoadedPictures } from './loaded-pictures.ts';
export { placeOn, throughView } from './place-on.ts';
export { StageOverlay } from './StageOverlay.tsx';
export { paintLook, sizeOfWords } from './paint-look.ts';
export { boxInPicture } from './snap-move.ts';
export { drawTrail, putTrail } from './draw-trail.ts';
export { drawOnion, PLAIN_ONION } from './onion.ts';
export type { OnionSettings } from './onion.ts';
export { SHAPE_NAMES } from './shapes.ts';
