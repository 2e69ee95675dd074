// Timing charts, drawn the paper way.
export { ChartsAt } from './ChartsAt.tsx';
export { OwnCharts } from './OwnCharts.tsx';
export { TargetCharts, namedCharts } from './TargetCharts.tsx';
export { TimingChartFigure } from './TimingChartFigure.tsx';
