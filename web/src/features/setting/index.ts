export { SettingPage } from './SettingPage.tsx';
export type { OfferedPlan } from './PlanOffer.tsx';
export { HandOutPage } from './HandOutPage.tsx';
