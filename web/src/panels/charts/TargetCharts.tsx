import { type MotionDocument, type TimingChart, timingCharts, tracksOf } from '@undulan/core';
import { clsx } from 'clsx';
import { Empty } from '../../ui/index.ts';
import { TimingChartFigure } from './TimingChartFigure.tsx';

/** The timing charts of every track that moves in a motion, each with what moves. */
export function namedCharts(motion: MotionDocument): (TimingChart & { name: string })[] {
  return motion.subjects.flatMap((subject) =>
    tracksOf(subject).flatMap((track) =>
      timingCharts(motion, subject, track).map((chart) => ({
        ...chart,
        name: `${subject.name}, ${track.label.toLowerCase()}`,
      })),
    ),
  );
}

/** The timing charts of a target, always computed from its motion. */
export function TargetCharts({ motion, columns = 1 }: { motion: MotionDocument; columns?: 1 | 2 }) {
  const charts = namedCharts(motion);
  if (charts.length === 0) return <Empty title="No chart yet">Two extremes and a way between them make one.</Empty>;
  return (
    <div className={clsx('grid', columns === 2 ? 'grid-cols-2 gap-x-8 gap-y-1' : 'gap-3')}>
      {charts.map((chart) => (
        <div key={`${chart.name} ${chart.firstFrame}`}>
          <p className="text-xs text-faint">
            {chart.name},{' '}
            <span className="figures">
              {chart.firstFrame}–{chart.lastFrame}
            </span>
          </p>
          <TimingChartFigure chart={chart} tone="target" />
        </div>
      ))}
    </div>
  );
}
