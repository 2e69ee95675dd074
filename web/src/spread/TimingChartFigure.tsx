import { memo } from 'react';
import type { ChartMark, TimingChart } from '@undulan/core';

const WIDTH = 420;
const HEIGHT = 58;
const EDGE = 24;
const ROOM_PX = 15;

interface TimingChartFigureProps {
  chart: TimingChart;
  /** Whose it is: the target is solid teal, a take dashed vermilion. */
  tone: 'take' | 'target';
}

/** The frames of the marks whose numbers have room beside each other, breakdowns first. */
function labelledFrames(marks: readonly ChartMark[], xOf: (progress: number) => number): Set<number> {
  const frames = new Set<number>();
  const taken: number[] = [];
  for (const role of ['breakdown', 'inbetween']) {
    for (const mark of marks.filter((other) => other.role === role)) {
      const x = xOf(mark.progress);
      if (taken.some((other) => Math.abs(other - x) < ROOM_PX)) continue;
      frames.add(mark.frame);
      taken.push(x);
    }
  }
  return frames;
}

/** A timing chart drawn the trade's way: a line with a tick for each drawing at its progress, extremes ringed, breakdowns underlined. */
export const TimingChartFigure = memo(function TimingChartFigure({ chart, tone }: TimingChartFigureProps) {
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const low = Math.min(0, ...chart.marks.map((mark) => mark.progress));
  const high = Math.max(1, ...chart.marks.map((mark) => mark.progress));
  const xOf = (progress: number): number => EDGE + ((progress - low) / (high - low)) * (WIDTH - 2 * EDGE);
  const between = chart.marks.filter((mark) => mark.role !== 'extreme');
  const ends = [chart.marks[0]!, chart.marks.at(-1)!];
  const labelled = labelledFrames(between, xOf);
  return (
    <figure className="overflow-x-auto">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full max-w-[520px]" role="img" aria-label={`Timing chart of the ${tone} from frame ${chart.firstFrame} to ${chart.lastFrame}`}>
        <line x1={xOf(low)} x2={xOf(high)} y1={24} y2={24} stroke={colour} strokeWidth={1.5} strokeDasharray={tone === 'take' ? '6 4' : undefined} />
        {between.map((mark) => {
          const x = xOf(mark.progress);
          return (
            <g key={mark.frame}>
              <line x1={x} x2={x} y1={16} y2={32} stroke={colour} strokeWidth={mark.role === 'breakdown' ? 2.4 : 1.4} />
              {mark.role === 'breakdown' && <line x1={x - 6} x2={x + 6} y1={36} y2={36} stroke={colour} strokeWidth={2} />}
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
            <circle cx={xOf(mark.progress)} cy={24} r={12} fill="var(--page)" stroke={colour} strokeWidth={2} />
            <text x={xOf(mark.progress)} y={28} textAnchor="middle" fontSize={11} fontWeight={600} className="figures" fill={colour}>
              {mark.frame}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
});
