export { LecternPage } from './LecternPage.tsx';
export { Lanes } from './Lanes.tsx';
export { NotesPage } from './NotesPage.tsx';
export { LanePage } from './LanePage.tsx';
export { ClassPage } from './session/index.ts';
