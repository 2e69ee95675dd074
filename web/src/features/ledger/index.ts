export { LedgerPage } from './LedgerPage.tsx';
