export { FramesTable } from './FramesTable.tsx';
export { KeyHere } from './KeyHere.tsx';
export { NumbersPanel } from './NumbersPanel.tsx';
