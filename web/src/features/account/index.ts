export { AccountPage } from './AccountPage.tsx';
export { ArchivePage } from './ArchivePage.tsx';
export { ScriptsPage } from './ScriptsPage.tsx';
