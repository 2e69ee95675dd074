import { expect, test } from 'vitest';
import type { TimingChart } from '../spacing/timing-chart.ts';
import { writeTimingChartSvg } from './timing-chart-svg.ts';

const chart: TimingChart = {
  firstFrame: 1,
  lastFrame: 9,
  marks: [
    { frame: 1, role: 'extreme', progress: 0 },
    { frame: 3, role: 'inbetween', progress: 0.25 },
    { frame: 5, role: 'breakdown', progress: 0.5 },
    { frame: 7, role: 'inbetween', progress: 0.9 },
    { frame: 9, role: 'extreme', progress: 1 },
  ],
};
const write = (charts: TimingChart[], title = 'Glass: Position'): string =>
  writeTimingChartSvg({ title, rate: { num: 24, den: 1 }, charts });

test('a chart on paper has a numbered ring for each extreme, a thread and a tick for each drawing at its share', () => {
  const svg = write([chart]);
  expect(svg.match(/<circle /g)).toHaveLength(2);
  // 780 px between the margins: a half is at 450.
  expect(svg).toContain('<line x1="450" y1="197" x2="450" y2="215" stroke="#22303c" stroke-width="2.4"/>');
  expect(svg).toContain('<line x1="441" y1="219" x2="459" y2="219"');
  expect([...svg.matchAll(/>(\d\/\d+)</g)].map((match) => match[1])).toEqual(['1/4', '1/2']);
  expect(svg).toContain('24 fps');
});

test('an overshoot keeps within the sheet, segments stand under one another, names are written safely', () => {
  const past: TimingChart = {
    ...chart,
    marks: [...chart.marks.slice(0, 3), { frame: 7, role: 'inbetween', progress: 1.25 }, chart.marks[4]!],
  };
  const svg = write([chart, past], 'Lid & "rattle" <2>');
  expect(svg).toContain('height="530"');
  expect(svg).toContain('Lid &amp; &quot;rattle&quot; &lt;2&gt;');
  expect(Math.max(...[...svg.matchAll(/x[12]="([\d.]+)"/g)].map((match) => Number(match[1])))).toBeLessThanOrEqual(840);
});

test('words stand above the charts, broken into lines that fit the sheet, and the charts move down by them', () => {
  const paragraphs = ['Pull it out, and let it run. '.repeat(9).trim(), 'rate: 24 fps'];
  const svg = writeTimingChartSvg({
    title: 'Drawer',
    rate: { num: 24, den: 1 },
    paragraphs,
    charts: [{ ...chart, name: 'Drawer, position' }],
  });
  const words = [...svg.matchAll(/font-size="13" font-weight="400"[^>]*text-anchor="start">([^<]*)</g)].map(
    (match) => match[1]!,
  );
  expect(words.join(' ')).toBe(paragraphs.join(' '));
  expect(Math.max(...words.map((line) => line.length))).toBeLessThanOrEqual(118);
  expect(svg).toContain('>Drawer, position, 1 – 9<');
  expect(Number(/height="(\d+)"/.exec(svg)![1])).toBe(300 + (words.length + 2) * 19);
});
