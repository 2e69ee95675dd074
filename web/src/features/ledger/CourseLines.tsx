import { type ClassMeasure, CRITERION_LABELS, type Quartiles } from '@undulan/core';
import { clsx } from 'clsx';
import { LineChart } from 'echarts/charts';
import { use as chartParts } from 'echarts/core';
import { type Ref, useCallback } from 'react';
import { type ChartPicture, DataChart, valueAxis } from '../../data-charts/index.ts';
import { cssColour } from '../../ui/index.ts';

chartParts([LineChart]);

export const measureName = (measure: ClassMeasure): string =>
  measure === 'key-offset'
    ? 'typical key offset, frames'
    : measure === 'spacing'
      ? 'spacing error, %'
      : measure === 'grade'
        ? 'proposed grade'
        : CRITERION_LABELS[measure].toLowerCase();

/** An exercise or a week on the lines: the class, and one learner, as far as each says something. */
export interface CoursePoint {
  title: string;
  quartiles: Quartiles | null;
  own: number | null;
}

interface CourseLinesProps {
  /** The same in words. */
  says: string;
  /** What is measured, and in what. */
  axis: string;
  points: readonly CoursePoint[];
  /** Whose line is drawn beside the class's; null of nobody's. */
  ownName: string | null;
  brief?: boolean;
  ref?: Ref<ChartPicture>;
}

/** From exercise to exercise, or week to week: the class's median in its middle half, and one learner's own line. */
export function CourseLines({ says, axis, points, ownName, brief = false, ref }: CourseLinesProps) {
  const option = useCallback(() => {
    const [target, take, faint] = [cssColour('var(--target)'), cssColour('var(--take)'), cssColour('var(--faint)')];
    const hidden = { type: 'line', symbol: 'none', silent: true, lineStyle: { opacity: 0 }, stack: 'band' };
    const line = (name: string, colour: string, type: 'solid' | 'dashed', data: readonly (number | null)[]) => ({
      name,
      type: 'line',
      connectNulls: true,
      symbolSize: 7,
      itemStyle: { color: colour },
      lineStyle: { color: colour, width: 2.5, type },
      data,
    });
    return {
      grid: { left: 44, right: 40, top: 30, bottom: 28 },
      xAxis: {
        type: 'category',
        boundaryGap: points.length < 2,
        data: points.map(({ title }) => title),
        axisLabel: { color: faint, interval: 0, width: brief ? 52 : 96, overflow: 'truncate' },
      },
      yAxis: { ...valueAxis(), name: axis, nameTextStyle: { color: faint, align: 'left' } },
      series: [
        { ...hidden, name: 'low', data: points.map(({ quartiles }) => quartiles?.low ?? null) },
        {
          ...hidden,
          name: 'middle half',
          areaStyle: { color: target, opacity: 0.16 },
          data: points.map(({ quartiles }) => quartiles && quartiles.high - quartiles.low),
        },
        line(
          'median',
          target,
          'solid',
          points.map(({ quartiles }) => quartiles?.median ?? null),
        ),
        ...(ownName
          ? [
              line(
                ownName,
                take,
                'dashed',
                points.map(({ own }) => own),
              ),
            ]
          : []),
      ],
    };
  }, [points, axis, ownName, brief]);
  return (
    <DataChart
      ref={ref}
      label={`${axis}: ${says}`}
      option={option}
      className={clsx('w-full', brief ? 'h-56' : 'h-80')}
    />
  );
}
