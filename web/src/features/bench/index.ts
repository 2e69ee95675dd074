export { BenchPage } from './BenchPage.tsx';
export { TrialPage } from './TrialPage.tsx';
