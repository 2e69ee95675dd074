import type { TimingChart } from '@undulan/core';
import { memo } from 'react';
import { CHART, layOutChart } from './chart-layout.ts';
import { LiveChart } from './LiveChart.tsx';

interface TimingChartFigureProps {
  chart: TimingChart;
  /** Whose it is: the target is solid teal, a take dashed vermilion. */
  tone: 'take' | 'target';
  /** What becomes of it in the gesture under way: painted over it, since it changes with every move. */
  live?: TimingChart | undefined;
  /** The target's chart of the same way: its ticks stand over the line. */
  aim?: TimingChart | undefined;
}

/**
 * A timing chart drawn the trade's way: a line with a tick for each drawing at its progress, extremes ringed (with a
 * broken ring where it turns back without one keyed), breakdowns underlined.
 */
export const TimingChartFigure = memo(function TimingChartFigure({
  chart,
  tone,
  live = chart,
  aim,
}: TimingChartFigureProps) {
  const isLive = live !== chart;
  return (
    <figure className="relative overflow-x-auto">
      <div className={isLive ? 'opacity-0' : undefined}>
        <ChartDrawing chart={chart} tone={tone} aim={aim} />
      </div>
      {isLive && <LiveChart chart={live} tone={tone} aim={aim} />}
      {chart.unmarked !== undefined && (
        <figcaption className="text-xs text-faint">
          {chart.unmarked} in-betweens are not drawn: they would lie on each other.
        </figcaption>
      )}
    </figure>
  );
});

const ChartDrawing = memo(function ChartDrawing({ chart, tone, aim }: Omit<TimingChartFigureProps, 'live'>) {
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const { xOf, low, high, between, ends, labelled } = layOutChart(chart, aim);
  return (
    <svg
      viewBox={`0 0 ${CHART.widthPx} ${CHART.heightPx}`}
      className="w-full max-w-[520px]"
      role="img"
      aria-label={
        `Timing chart of the ${tone} from frame ${chart.firstFrame} to ${chart.lastFrame}` +
        (aim ? `, with the target’s ticks, ${aim.firstFrame} to ${aim.lastFrame}` : '')
      }
    >
      <line
        x1={xOf(low)}
        x2={xOf(high)}
        y1={CHART.lineY}
        y2={CHART.lineY}
        stroke={colour}
        strokeWidth={1.5}
        strokeDasharray={tone === 'take' ? '6 4' : undefined}
      />
      {aim?.marks.map(({ frame, progress, role }) => (
        <line
          key={`target ${frame}`}
          x1={xOf(progress)}
          x2={xOf(progress)}
          y1={CHART.aimY}
          y2={CHART.aimY + CHART.aimPx}
          stroke="var(--target)"
          strokeWidth={role === 'inbetween' ? 1.4 : 2.4}
        />
      ))}
      {between.map((mark) => {
        const x = xOf(mark.progress);
        return (
          <g key={mark.frame}>
            <line x1={x} x2={x} y1={16} y2={32} stroke={colour} strokeWidth={mark.role === 'breakdown' ? 2.4 : 1.4} />
            {mark.role === 'breakdown' && (
              <line x1={x - 6} x2={x + 6} y1={36} y2={36} stroke={colour} strokeWidth={2} />
            )}
            {labelled.has(mark.frame) && (
              <text x={x} y={50} textAnchor="middle" fontSize={9.5} className="figures" fill="var(--faint)">
                {mark.frame}
              </text>
            )}
          </g>
        );
      })}
      {ends.map((mark) => (
        <g key={mark.frame}>
          <circle
            cx={xOf(mark.progress)}
            cy={CHART.lineY}
            r={CHART.ringPx}
            fill="var(--page)"
            stroke={colour}
            strokeWidth={2}
            strokeDasharray={mark.isTurn ? '3 3' : undefined}
          />
          {mark.isTurn && <title>It turns back on {mark.frame}, where no extreme is keyed</title>}
          <text
            x={xOf(mark.progress)}
            y={28}
            textAnchor="middle"
            fontSize={11}
            fontWeight={600}
            className="figures"
            fill={colour}
          >
            {mark.frame}
          </text>
        </g>
      ))}
    </svg>
  );
});
