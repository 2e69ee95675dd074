// Files that leave the program: a motion's pictures, moving or not, through one pipeline over the scene's drawing.
import type { Exported } from './still-files.ts';

export { TakeFiles, WorkFiles } from './FileMenu.tsx';
export { picturesAsFiles } from './pictures-as-files.ts';
/** Makes a zip with a file of every kind of one exercise; fetched when it is asked for. */
export const saveSampleFiles = async (sampled: Pick<Exported, 'title' | 'motion' | 'terms'>): Promise<void> =>
  (await import('./sample-files.ts')).saveSampleFiles(sampled);
export { termsOfProject } from './terms-of-project.ts';
export { ClassFiles } from './ClassFiles.tsx';
export type { OfferedTake } from './ClassFilesDialog.tsx';
export { usualChoices } from './export-plan.ts';
export { makeMoving } from './make-moving.ts';
export { ExportJobs } from './ExportJobs.tsx';
