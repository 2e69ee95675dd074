export { Shell } from './Shell.tsx';
