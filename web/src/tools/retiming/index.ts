export { KeyActions } from './KeyActions.tsx';
