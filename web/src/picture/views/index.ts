// The stage from other sides than the front.
export { OtherViews } from './OtherViews.tsx';
