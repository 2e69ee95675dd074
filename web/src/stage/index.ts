export { StageView } from './StageView.tsx';
export type { StageDrawing } from './StageView.tsx';
export { EditableStage, TARGET_COLOUR, TAKE_COLOUR } from './EditableStage.tsx';
export { drawScene, drawShifted, pivotOnStage, subjectAt } from './draw-scene.ts';
export type { PoseShift } from './draw-scene.ts';
export { PLAIN_ONION, MOST_OF_RANGE, MOST_SKINS } from './onion.ts';
export type { OnionSettings } from './onion.ts';
export { putTrail } from './draw-trail.ts';
export { SHAPE_NAMES } from './shapes.ts';
