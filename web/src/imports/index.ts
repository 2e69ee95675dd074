// Files that come in: projects of this program, tables of numbers.
export { ImportButton } from './ImportButton.tsx';
export { importedProject, keptPictures, withTerms } from './imported.ts';
export type { Imported } from './imported.ts';
export { useTableKeys } from './use-table-keys.tsx';
export { useKeepPicture } from './use-keep-picture.ts';
