import type { ChartMark, TimingChart } from '@undulan/core';
import type { PointerEvent } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { nearestOf } from '../kit/index.ts';
import { type FootActions, LoomFoot } from './LoomFoot.tsx';
import { footX, isCrowded, type Rails } from './rails.ts';

interface LoomFeetProps {
  /** As they were last changed: what can be taken hold of stays where it is while a gesture is under way. */
  charts: readonly TimingChart[];
  rails: Rails;
  /** Whether a drawing is among those chosen together. */
  isChosen: (chart: TimingChart, mark: ChartMark) => boolean;
  actionsOf: (chart: TimingChart, mark: ChartMark) => FootActions;
}

interface FoundFoot {
  chart: TimingChart;
  mark: ChartMark;
}

/** The feet of a loom to take hold of, unseen; of very many the nearest, and each chosen one by itself. */
export function LoomFeet({ charts, rails, isChosen, actionsOf }: LoomFeetProps) {
  const scale = useTimeScale();
  const isCrowd = isCrowded(charts, scale);
  const feet = charts.flatMap((chart) =>
    chart.marks.filter((mark) => mark.role !== 'extreme').map((mark): FoundFoot => ({ chart, mark })),
  );
  /** The foot that is nearest to the pointer, within reach. */
  const nearest = (event: PointerEvent<SVGElement>): FoundFoot | null => {
    const x = event.clientX - event.currentTarget.ownerSVGElement!.getBoundingClientRect().left;
    return nearestOf(feet, ({ chart, mark }) => Math.abs(footX(chart, mark, scale) - x));
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const found = nearest(event);
    if (found) actionsOf(found.chart, found.mark).onPress(event);
  };
  return (
    <svg width={scale.widthPx} height={rails.heightPx} className="relative block touch-none">
      {isCrowd && (
        <rect
          y={rails.spaceY - 12}
          width={scale.widthPx}
          height={24}
          fill="transparent"
          onPointerDown={press}
          onPointerMove={(event) =>
            event.currentTarget.style.setProperty('cursor', nearest(event) ? 'ew-resize' : 'auto')
          }
        >
          <title>Zoom in to see the drawings one by one</title>
        </rect>
      )}
      {feet
        .filter(({ chart, mark }) => !isCrowd || isChosen(chart, mark))
        .map(({ chart, mark }) => (
          <LoomFoot
            key={`${chart.firstFrame} ${mark.frame}`}
            chart={chart}
            mark={mark}
            spaceY={rails.spaceY}
            {...actionsOf(chart, mark)}
          />
        ))}
    </svg>
  );
}
