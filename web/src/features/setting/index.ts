export { SettingPage } from './SettingPage.tsx';
