import { GridComponent } from 'echarts/components';
import { type EChartsCoreOption, type EChartsType, init, use as chartParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { type Ref, useEffect, useImperativeHandle, useRef } from 'react';
import { cssColour, useTheme, withMark } from '../ui/index.ts';

chartParts([GridComponent, SVGRenderer]);

/** Numbers upwards, in the look of the page. */
export const valueAxis = (): object => ({
  type: 'value',
  nameTextStyle: { color: cssColour('var(--faint)') },
  axisLabel: { color: cssColour('var(--faint)'), formatter: (value: number) => withMark(String(value)) },
  splitLine: { lineStyle: { color: cssColour('var(--rule)') } },
});

interface DataChartProps {
  /** What it shows, in words. */
  label: string;
  /** Made anew with each theme: its colours are read from the page. */
  option: () => EChartsCoreOption;
  className: string;
  /** A mark of it is pressed: of which series, and which of its data. */
  onPick?: (series: string, index: number) => void;
  /** Gives how the chart is had as an SVG. */
  ref?: Ref<ChartPicture>;
}

export interface ChartPicture {
  svg: () => string;
}

/** A chart in the look of the page, as wide as its place. */
export function DataChart({ label, option, className, onPick, ref }: DataChartProps) {
  const room = useRef<HTMLDivElement>(null);
  const drawn = useRef<EChartsType>(null);
  const pick = useRef(onPick);
  const theme = useTheme();
  useEffect(() => {
    pick.current = onPick;
  });
  useImperativeHandle(ref, () => ({ svg: () => drawn.current!.renderToSVGString() }), []);
  useEffect(() => {
    const chart = init(room.current, null, { renderer: 'svg' });
    drawn.current = chart;
    const { fontFamily } = getComputedStyle(document.body);
    chart.setOption({ animation: false, textStyle: { fontFamily }, ...option() });
    chart.on('click', ({ seriesName = '', dataIndex }) => pick.current?.(seriesName, dataIndex));
    const fit = new ResizeObserver(() => chart.resize());
    fit.observe(room.current!);
    return () => {
      fit.disconnect();
      chart.dispose();
    };
  }, [option, theme]);
  return <div ref={room} role="img" aria-label={label} className={className} />;
}
