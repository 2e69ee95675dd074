export { ClipPage } from './ClipPage.tsx';
