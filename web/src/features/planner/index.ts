export { PlannerPage } from './PlannerPage.tsx';
