export { AccountPage } from './AccountPage.tsx';
