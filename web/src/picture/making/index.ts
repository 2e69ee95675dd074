// Making the scene: drawn lines, shapes, words, pictures, paths, and the points of all of them.
export { MakingPad } from './MakingPad.tsx';
export { ToolOptions } from './ToolOptions.tsx';
export { ToolRow } from './ToolRow.tsx';
export { PICTURE_TYPES, useReadPicture } from './use-read-picture.ts';
export { useScenePictures } from './use-scene-pictures.tsx';
export { useToolSettings } from './tool.ts';
export type { Tool } from './tool.ts';
