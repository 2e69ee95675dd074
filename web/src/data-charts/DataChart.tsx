import { GridComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use as chartParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { cssColour, useTheme } from '../ui/index.ts';

chartParts([GridComponent, SVGRenderer]);

/** Numbers upwards, in the look of the page. */
export const valueAxis = (): object => ({
  type: 'value',
  nameTextStyle: { color: cssColour('var(--faint)') },
  axisLabel: { color: cssColour('var(--faint)') },
  splitLine: { lineStyle: { color: cssColour('var(--rule)') } },
});

interface DataChartProps {
  /** What it shows, in words. */
  label: string;
  /** Made anew with each theme: its colours are read from the page. */
  option: () => EChartsCoreOption;
  className: string;
}

/** A chart in the look of the page, as wide as its place. */
export function DataChart({ label, option, className }: DataChartProps) {
  const room = useRef<HTMLDivElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const chart = init(room.current, null, { renderer: 'svg' });
    chart.setOption({ animation: false, ...option() });
    const fit = new ResizeObserver(() => chart.resize());
    fit.observe(room.current!);
    return () => {
      fit.disconnect();
      chart.dispose();
    };
  }, [option, theme]);
  return <div ref={room} role="img" aria-label={label} className={className} />;
}
