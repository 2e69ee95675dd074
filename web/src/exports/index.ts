// Files that leave the program: a motion's pictures, moving or not, through one pipeline over the scene's drawing.
export { ExportButton } from './ExportButton.tsx';
export { ExportJobs } from './ExportJobs.tsx';
