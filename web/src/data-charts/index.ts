// Charts of data, drawn by Apache ECharts. Heavy: what uses them is fetched when it is shown.
export { type ChartPicture, DataChart, valueAxis } from './DataChart.tsx';
