// What every strip stands on: its canvas, marks and lines, scales of value, snapping, crowds.
export { GestureNotice } from './GestureNotice.tsx';
export { StripCanvas } from './StripCanvas.tsx';
export type { Columns } from './StripCanvas.tsx';
export { ValueAxis } from './ValueAxis.tsx';
export { ALL_COLUMNS, columnsOf, isInColumns, ROOM_PX, unlike } from './changed-columns.ts';
export { builtInCrowd, crowdRadius, crowding, hairlinePx, nearestFrame, nearestOf, reachPath } from './crowd.ts';
export { createValueScale, curvePath, frameValues } from './curve-path.ts';
export type { ValueScale } from './curve-path.ts';
export { paintCurveLine } from './paint-curve-line.ts';
export type { CurveLook } from './paint-curve-line.ts';
export { paintKeyLines } from './paint-key-lines.ts';
export { figuresFont, isRoomy, paintMark, ringPainter } from './paint-mark.ts';
export { useEditDrag } from './use-edit-drag.ts';
export { useFollowedFocus } from './use-followed-focus.ts';
