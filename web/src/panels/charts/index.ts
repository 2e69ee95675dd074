export { OwnCharts } from './OwnCharts.tsx';
export { TargetCharts, namedCharts } from './TargetCharts.tsx';
