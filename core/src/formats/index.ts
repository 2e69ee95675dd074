// What is read from and written to text and files, a file a format.
export { readCssEasing, writeCssEasing, easingSpacing } from './css-easing.ts';
export type { CssEasing, EasePoint } from './css-easing.ts';
export { applyEasing } from './apply-easing.ts';
export { writeTimingChartSvg } from './timing-chart-svg.ts';
export { readChart, writeChart } from './chart-notation.ts';
export type { WrittenMark } from './chart-notation.ts';
export { applyChart, chartOf } from './apply-chart.ts';
export { linesOfSvgPath } from './svg-path.ts';
