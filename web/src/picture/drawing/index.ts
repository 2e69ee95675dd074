// Strokes drawn over the picture by hand.
export { DrawingPad } from './DrawingPad.tsx';
export type { DrawingTool } from './DrawingPad.tsx';
export { DrawingTools } from './DrawingTools.tsx';
export { NO_DRAWING, isEmptyDrawing } from './DrawnStrokes.tsx';
export { DRAWING_COLOUR } from './strokes.ts';
export type { Spot } from './strokes.ts';
