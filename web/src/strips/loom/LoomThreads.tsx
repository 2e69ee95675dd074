import type { ChartMark, TimingChart } from '@undulan/core';
import { useTimeScale } from '../../time/index.ts';
import { type FootActions, LoomFoot } from './LoomFoot.tsx';
import { footX, fractionsWithRoom, type Rails } from './rails.ts';

interface LoomThreadsProps {
  chart: TimingChart;
  rails: Rails;
  tone: 'take' | 'target';
  /** Frames of the drawings chosen together. */
  chosen: readonly number[];
  actionsOf: (chart: TimingChart, mark: ChartMark) => FootActions;
}

/**
 * One segment on the loom: its threads, extremes ringed, breakdowns underlined, fractions where there is room, and a
 * foot to grab on each drawing between.
 */
export function LoomThreads({ chart, rails, tone, chosen, actionsOf }: LoomThreadsProps) {
  const scale = useTimeScale();
  const { timeY, spaceY } = rails;
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const [from, to] = [scale.xOf(chart.firstFrame), scale.xOf(chart.lastFrame)];
  const feet = chart.marks.map((mark) => footX(chart, mark, scale));
  const written = fractionsWithRoom(chart, scale);
  return (
    <g>
      <line x1={from} x2={to} y1={timeY} y2={timeY} stroke="var(--faint)" strokeWidth={1} />
      <line x1={Math.min(...feet)} x2={Math.max(...feet)} y1={spaceY} y2={spaceY} stroke={colour} strokeWidth={1.6} />
      {chart.marks.map((mark, i) => (
        <line
          key={mark.frame}
          className="pointer-events-none"
          x1={scale.xOf(mark.frame)}
          x2={feet[i]}
          y1={timeY}
          y2={spaceY}
          stroke={colour}
          strokeWidth={mark.role === 'inbetween' ? 1 : 1.8}
          strokeDasharray={tone === 'take' && mark.role === 'inbetween' ? '5 3' : undefined}
          opacity={mark.role === 'inbetween' ? 0.75 : 1}
        />
      ))}
      {[chart.marks[0]!, chart.marks.at(-1)!].map((mark) => (
        <g key={`end-${mark.frame}`} className="pointer-events-none">
          <circle cx={scale.xOf(mark.frame)} cy={timeY} r={4.5} fill="var(--paper)" stroke={colour} strokeWidth={2} />
          <circle
            cx={footX(chart, mark, scale)}
            cy={spaceY}
            r={6}
            fill="var(--paper)"
            stroke={colour}
            strokeWidth={2}
          />
        </g>
      ))}
      {chart.marks
        .filter((mark) => mark.role !== 'extreme')
        .map((mark) => (
          <LoomFoot
            key={`foot-${mark.frame}`}
            chart={chart}
            mark={mark}
            spaceY={spaceY}
            colour={colour}
            chosen={chosen.includes(mark.frame)}
            fraction={written.get(mark.frame) ?? null}
            {...actionsOf(chart, mark)}
          />
        ))}
    </g>
  );
}
