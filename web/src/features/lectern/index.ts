export { LecternPage } from './LecternPage.tsx';
export { LanePage } from './LanePage.tsx';
export { ClassPage } from './session/index.ts';
