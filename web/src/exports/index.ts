// Files that leave the program: a motion's pictures, moving or not, through one pipeline over the scene's drawing.
export { ExportButton } from './ExportButton.tsx';
export { PreviewButton } from './PreviewButton.tsx';
export { picturesAsFiles } from './pictures-as-files.ts';
export { termsOfProject } from './terms-of-project.ts';
export { ClassFiles } from './ClassFiles.tsx';
export type { OfferedTake } from './ClassFilesDialog.tsx';
export { ExportJobs } from './ExportJobs.tsx';
