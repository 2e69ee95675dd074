export { TakePage } from './TakePage.tsx';
