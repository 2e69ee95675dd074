export { progressInto } from './progress.ts';
export { timingCharts, trackProgress } from './timing-chart.ts';
export type { TimingChart, ChartMark } from './timing-chart.ts';
