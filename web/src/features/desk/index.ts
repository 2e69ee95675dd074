export { DeskPage } from './DeskPage.tsx';
export { WaitingPage } from './WaitingPage.tsx';
