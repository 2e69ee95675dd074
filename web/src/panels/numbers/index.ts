// The selected subject in figures, on the frame and on every frame.
export { FramesTable } from './FramesTable.tsx';
export { KeyHere } from './KeyHere.tsx';
export { NumbersPanel } from './NumbersPanel.tsx';
