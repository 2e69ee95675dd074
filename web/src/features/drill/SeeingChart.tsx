import { CustomChart, LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use as chartParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { cssColour, useTheme } from '../../ui/index.ts';
import type { SeenOnce } from './results-by.ts';

chartParts([LineChart, CustomChart, GridComponent, SVGRenderer]);

interface SeeingChartProps {
  points: readonly SeenOnce[];
  unit: string;
  /** The same in words. */
  says: string;
}

/** A threshold over days: what was seen, with how far it is sure as a bar through each. */
export function SeeingChart({ points, unit, says }: SeeingChartProps) {
  const room = useRef<HTMLDivElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const chart = init(room.current, null, { renderer: 'svg' });
    const faint = cssColour('var(--faint)');
    const colour = cssColour('var(--target)');
    chart.setOption({
      animation: false,
      grid: { left: 44, right: 20, top: 28, bottom: 24 },
      xAxis: {
        type: 'time',
        axisLabel: { color: faint, hideOverlap: true, formatter: '{d} {MMM}' },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        name: unit,
        min: 0,
        nameTextStyle: { color: faint },
        axisLabel: { color: faint },
        splitLine: { lineStyle: { color: cssColour('var(--rule)') } },
      },
      series: [
        {
          type: 'custom',
          data: points.map(({ doneAt, low, high }) => [doneAt, low, high]),
          encode: { x: 0, y: [1, 2] },
          renderItem: (_: unknown, api: { value: (i: number) => number; coord: (at: number[]) => number[] }) => {
            const [x, from] = api.coord([api.value(0), api.value(1)]);
            const to = api.coord([api.value(0), api.value(2)])[1];
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
    });
    const fit = new ResizeObserver(() => chart.resize());
    fit.observe(room.current!);
    return () => {
      fit.disconnect();
      chart.dispose();
    };
  }, [points, unit, theme]);
  return <div ref={room} role="img" aria-label={`Over time: ${says}`} className="h-48 w-full" />;
}
