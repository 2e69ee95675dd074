// Files that come in: projects of this program, tables of numbers, animations of nodes.
export { ImportButton } from './ImportButton.tsx';
export { keptPictures, withPicturesKept, withTerms } from './imported.ts';
export type { Imported } from './imported.ts';
export { useBringIn } from './use-bring-in.tsx';
export { useKeepPicture } from './use-keep-picture.ts';
