export { CoursePage } from './CoursePage.tsx';
export { NoSuchCourse } from './NoSuchCourse.tsx';
