import { CustomChart, LineChart } from 'echarts/charts';
import { use as chartParts } from 'echarts/core';
import { useCallback } from 'react';
import { DataChart, valueAxis } from '../../data-charts/index.ts';
import { cssColour } from '../../ui/index.ts';
import type { SeenOnce } from './results-by.ts';

chartParts([LineChart, CustomChart]);

interface SeeingChartProps {
  points: readonly SeenOnce[];
  unit: string;
  /** The same in words. */
  says: string;
}

/** What the chart gives to who draws a point of it. */
interface PointApi {
  value: (dimension: number) => number;
  coord: (at: number[]) => [number, number];
}

/** A threshold over days: what was seen, with how far it is sure as a bar through each. */
export function SeeingChart({ points, unit, says }: SeeingChartProps) {
  const option = useCallback(() => {
    const faint = cssColour('var(--faint)');
    const colour = cssColour('var(--target)');
    return {
      grid: { left: 44, right: 20, top: 28, bottom: 24 },
      xAxis: {
        type: 'time',
        axisLabel: { color: faint, hideOverlap: true, formatter: '{d} {MMM}' },
        splitLine: { show: false },
      },
      yAxis: { ...valueAxis(), name: unit, min: 0 },
      series: [
        {
          type: 'custom',
          data: points.map(({ doneAt, low, high }) => [doneAt, low, high]),
          encode: { x: 0, y: [1, 2] },
          renderItem: (_: unknown, { value, coord }: PointApi) => {
            const [x, from] = coord([value(0), value(1)]);
            const [, to] = coord([value(0), value(2)]);
            return {
              type: 'line',
              shape: { x1: x, y1: from, x2: x, y2: to },
              style: { stroke: faint, lineWidth: 5, opacity: 0.45 },
            };
          },
        },
        {
          type: 'line',
          symbol: 'circle',
          symbolSize: 9,
          itemStyle: { color: colour },
          lineStyle: { color: colour, width: 2 },
          data: points.map(({ doneAt, size }) => [doneAt, size]),
        },
      ],
    };
  }, [points, unit]);
  return <DataChart label={`Over time: ${says}`} option={option} className="h-48 w-full" />;
}
