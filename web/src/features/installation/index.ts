export { InstallationPage } from './InstallationPage.tsx';
