export { HomePage } from './HomePage.tsx';
export { NoSuchPage } from './NoSuchPage.tsx';
