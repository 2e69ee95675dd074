import { timingCharts, tracksOf, type MotionDocument } from '@undulan/core';
import { Empty } from '../ui/index.ts';
import { TimingChartFigure } from './TimingChartFigure.tsx';

/** The timing charts of every track that moves in a target, always computed from its motion. */
export function TargetCharts({ motion, columns = 1 }: { motion: MotionDocument; columns?: 1 | 2 }) {
  const charts = motion.subjects.flatMap((subject) =>
    tracksOf(subject).flatMap((track) => timingCharts(motion, subject, track).map((chart) => ({ chart, name: `${subject.name}, ${track.label.toLowerCase()}` }))),
  );
  if (charts.length === 0) return <Empty title="No chart yet">Two extremes and a way between them make one.</Empty>;
  return (
    <div className={`grid ${columns === 2 ? 'grid-cols-2 gap-x-8 gap-y-1' : 'gap-3'}`}>
      {charts.map(({ chart, name }) => (
        <div key={`${name} ${chart.firstFrame}`}>
          <p className="text-xs text-faint">
            {name}, <span className="figures">{chart.firstFrame}–{chart.lastFrame}</span>
          </p>
          <TimingChartFigure chart={chart} tone="target" />
        </div>
      ))}
    </div>
  );
}
