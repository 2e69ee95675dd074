// Taking hold of a subject: handles that turn, size and skew it, and move its pivot.
export { ChainHandle } from './ChainHandle.tsx';
export { PathMarks } from './PathMarks.tsx';
export { PoseHandles } from './PoseHandles.tsx';
