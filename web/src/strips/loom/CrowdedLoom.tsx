import type { ChartMark, TimingChart } from '@undulan/core';
import { type PointerEvent, useCallback, useMemo } from 'react';
import { selectUnderWay } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useTimeScale } from '../../time/index.ts';
import { Still } from '../../ui/index.ts';
import { type Columns, CROWD_REACH_PX, StripCanvas, useChangedColumns } from '../kit/index.ts';
import { type FootActions, LoomFoot } from './LoomFoot.tsx';
import { changedLoom, type LoomPainting, paintLoom } from './paint-loom.ts';
import { footX, type Rails } from './rails.ts';

interface CrowdedLoomProps {
  charts: readonly TimingChart[];
  targets: readonly TimingChart[];
  rails: Rails;
  tone: 'take' | 'target';
  /** The one of the charts in which drawings are chosen together. */
  chosenChart: TimingChart | null;
  chosenFrames: readonly number[];
  actionsOf: (chart: TimingChart, mark: ChartMark) => FootActions;
}

interface FoundFoot {
  chart: TimingChart;
  mark: ChartMark;
}

/**
 * A loom of very many drawings: painted, its feet taken hold of by their place, with unseen elements over the chosen
 * ones.
 */
export function CrowdedLoom({ charts, targets, rails, tone, chosenChart, chosenFrames, actionsOf }: CrowdedLoomProps) {
  const scale = useTimeScale();
  const underWay = useAppSelector(selectUnderWay);
  const colour = tone === 'take' ? 'var(--take)' : 'var(--target)';
  const painting = useMemo(
    (): LoomPainting => ({ charts, targets, rails, scale, colour, dashed: tone === 'take', chosenChart, chosenFrames }),
    [charts, targets, rails, scale, colour, tone, chosenChart, chosenFrames],
  );
  const paint = useCallback(
    (context: CanvasRenderingContext2D, columns: Columns) => paintLoom(context, painting, columns),
    [painting],
  );

  /** The foot of a drawing between extremes that is nearest to the pointer, within reach. */
  const nearest = (event: PointerEvent<SVGElement>): FoundFoot | null => {
    const x = event.clientX - event.currentTarget.ownerSVGElement!.getBoundingClientRect().left;
    let found: FoundFoot | null = null;
    let least = CROWD_REACH_PX;
    for (const chart of charts) {
      for (const mark of chart.marks) {
        const distance = mark.role === 'extreme' ? Infinity : Math.abs(footX(chart, mark, scale) - x);
        if (distance > least) continue;
        least = distance;
        found = { chart, mark };
      }
    }
    return found;
  };
  const press = (event: PointerEvent<SVGElement>): void => {
    const found = nearest(event);
    if (found) actionsOf(found.chart, found.mark).onPress(event);
  };
  return (
    <>
      <StripCanvas
        widthPx={scale.widthPx}
        heightPx={rails.heightPx}
        draw={paint}
        changed={useChangedColumns(painting, changedLoom)}
      />
      <svg width={scale.widthPx} height={rails.heightPx} className="relative block touch-none">
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
        <Still still={underWay}>
          {chosenChart?.marks
            .filter((mark) => chosenFrames.includes(mark.frame))
            .map((mark) => (
              <LoomFoot
                key={mark.frame}
                chart={chosenChart}
                mark={mark}
                spaceY={rails.spaceY}
                colour={colour}
                chosen
                painted
                fraction={null}
                {...actionsOf(chosenChart, mark)}
              />
            ))}
        </Still>
      </svg>
    </>
  );
}
