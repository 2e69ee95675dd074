import { extentOf } from '@undulan/core';
import { BarChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as chartParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { cssColour, useTheme } from '../../../ui/index.ts';

chartParts([BarChart, GridComponent, MarkLineComponent, SVGRenderer]);

interface HistogramProps {
  label: string;
  bars: readonly { value: number; count: number }[];
  /** What is right, where it is known and revealed. */
  truth: number | null;
}

/** Frames left empty beside what was answered. */
const ROOM = 2;

/** How many answered each frame: a bar a frame. */
export function Histogram({ label, bars, truth }: HistogramProps) {
  const room = useRef<HTMLDivElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const chart = init(room.current, null, { renderer: 'svg' });
    const values = [...bars.map(({ value }) => value), ...(truth === null ? [] : [Math.round(truth)])];
    const { low, high } = extentOf(values);
    const frames = Array.from({ length: high - low + 1 + 2 * ROOM }, (_, i) => low - ROOM + i);
    const faint = cssColour('var(--faint)');
    chart.setOption({
      animation: false,
      grid: { left: 26, right: 8, top: 10, bottom: 22 },
      xAxis: {
        type: 'category',
        data: frames.map(String),
        axisLabel: { color: faint },
        axisTick: { alignWithLabel: true },
      },
      yAxis: {
        type: 'value',
        minInterval: 1,
        axisLabel: { color: faint },
        splitLine: { lineStyle: { color: cssColour('var(--rule)') } },
      },
      series: [
        {
          type: 'bar',
          itemStyle: { color: cssColour('var(--take)') },
          data: frames.map((frame) => bars.find(({ value }) => value === frame)?.count ?? 0),
          ...(truth !== null && {
            markLine: {
              symbol: 'none',
              label: { show: false },
              lineStyle: { color: cssColour('var(--target)'), width: 3, type: 'solid' },
              data: [{ xAxis: String(Math.round(truth)) }],
            },
          }),
        },
      ],
    });
    return () => chart.dispose();
  }, [bars, truth, theme]);
  const says = bars.map(({ value, count }) => `${count} on ${label} ${value}`).join(', ');
  return <div ref={room} role="img" aria-label={`Answers: ${says}`} className="h-32 w-full" />;
}
