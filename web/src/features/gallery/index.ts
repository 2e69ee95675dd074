// Takes that learners of a course show to one another.
export { GalleryPage } from './GalleryPage.tsx';
export { ShownTakePage } from './ShownTakePage.tsx';
