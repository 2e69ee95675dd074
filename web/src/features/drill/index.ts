export { DrillsPage } from './DrillsPage.tsx';
