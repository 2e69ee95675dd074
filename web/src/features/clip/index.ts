export { ClipPage } from './ClipPage.tsx';
export { FollowAnewPage } from './FollowAnewPage.tsx';
