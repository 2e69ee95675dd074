// The two pages put together: of a motion that is edited, and of two that are compared.
export { ComparisonSpread } from './ComparisonSpread.tsx';
export { BesidePicture } from './BesidePicture.tsx';
export { EditingReference } from './EditingReference.tsx';
export { EditingPicture } from './EditingPicture.tsx';
export { EditingTime } from './EditingTime.tsx';
export { PagesChoice, Spread, usePages } from './Spread.tsx';
