// What is done with how keys leave: eases, handles, amounts, the course's palette.
export { KeyBar } from './KeyBar.tsx';
export { MoveMenu } from './MoveMenu.tsx';
