import { extentOf } from '@undulan/core';
import { BarChart } from 'echarts/charts';
import { MarkLineComponent } from 'echarts/components';
import { use as chartParts } from 'echarts/core';
import { useCallback } from 'react';
import { DataChart, valueAxis } from '../../../data-charts/index.ts';
import { cssColour } from '../../../ui/index.ts';

chartParts([BarChart, MarkLineComponent]);

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
  const option = useCallback(() => {
    const values = [...bars.map(({ value }) => value), ...(truth === null ? [] : [Math.round(truth)])];
    const { low, high } = extentOf(values);
    const frames = Array.from({ length: high - low + 1 + 2 * ROOM }, (_, i) => low - ROOM + i);
    return {
      grid: { left: 26, right: 8, top: 10, bottom: 22 },
      xAxis: {
        type: 'category',
        data: frames.map(String),
        axisLabel: { color: cssColour('var(--faint)') },
        axisTick: { alignWithLabel: true },
      },
      yAxis: { ...valueAxis(), minInterval: 1 },
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
    };
  }, [bars, truth]);
  const says = bars.map(({ value, count }) => `${count} on ${label} ${value}`).join(', ');
  return <DataChart label={`Answers: ${says}`} option={option} className="h-32 w-full" />;
}
