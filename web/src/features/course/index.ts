export { CoursePage } from './CoursePage.tsx';
