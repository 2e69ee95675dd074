export { BenchPage } from './BenchPage.tsx';
