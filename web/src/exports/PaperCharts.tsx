import { type TimingChart, writeTimingChartSvg } from '@undulan/core';
import { namedCharts } from '../panels/charts/index.ts';
import { ownRate } from '../ui/index.ts';
import { Paper } from './Paper.tsx';
import type { Exported } from './still-files.ts';

/** So many charts fit a page, A4 or Letter, beneath a heading. */
const ON_PAGE = 4;

function pages<T>(all: readonly T[]): T[][] {
  return Array.from({ length: Math.ceil(all.length / ON_PAGE) }, (_, i) => all.slice(i * ON_PAGE, (i + 1) * ON_PAGE));
}

/** Timing charts on paper, a few a page, as the vectors they are. */
export function PaperCharts({ of: { title, motion }, onClose }: { of: Exported; onClose: () => void }) {
  const charts: (TimingChart & { name: string })[] = namedCharts(motion);
  return (
    <Paper title={`${title}, charts`} onClose={onClose}>
      <h1 className="text-xl">{title}</h1>
      <p className="figures mb-3 text-xs text-faint">{ownRate(motion.rate)} fps</p>
      {pages(charts).map((page, i) => {
        const svg = writeTimingChartSvg({ title, rate: motion.rate, charts: page, bare: true });
        return (
          <img
            key={i}
            src={`data:image/svg+xml,${encodeURIComponent(svg)}`}
            alt={page.map(({ name, firstFrame, lastFrame }) => `${name}, ${firstFrame} to ${lastFrame}`).join('; ')}
            className="w-full break-inside-avoid"
          />
        );
      })}
    </Paper>
  );
}
