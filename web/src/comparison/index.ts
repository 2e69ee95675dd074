export { ComparisonSpread } from './ComparisonSpread.tsx';
export { FindingsList } from './FindingsList.tsx';
