// Timing charts, drawn the paper way.
export { OwnCharts } from './OwnCharts.tsx';
export { TargetCharts, namedCharts } from './TargetCharts.tsx';
