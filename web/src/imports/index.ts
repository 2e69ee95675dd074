// Files that come in: projects of this program, tables of numbers.
export { ImportButton } from './ImportButton.tsx';
export type { Imported } from './imported.ts';
