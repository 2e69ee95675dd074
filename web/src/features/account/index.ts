export { AccountPage } from './AccountPage.tsx';
export { ScriptsPage } from './ScriptsPage.tsx';
