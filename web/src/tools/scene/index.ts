// What is done with stage, time and subjects.
export { ScenePanel } from './ScenePanel.tsx';
export { StageFields } from './StageFields.tsx';
export { TimeFields } from './TimeFields.tsx';
