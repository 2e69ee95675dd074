export { JoinPage } from './JoinPage.tsx';
