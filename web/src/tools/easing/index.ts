export { KeyBar } from './KeyBar.tsx';
export { MoveMenu } from './MoveMenu.tsx';
