export { LecternPage } from './LecternPage.tsx';
export { LanePage } from './LanePage.tsx';
