import type { LanesLaid } from '@undulan/contract';
import type { Board } from '@undulan/core';
import { clsx } from 'clsx';
import { useMemo } from 'react';
import { LanePicture, movingPart, type ShownLane } from '../../panels/lanes/index.ts';
import { useSize } from '../../ui/index.ts';
import { type LaneActions, LaneSide } from './LaneSide.tsx';

interface LanesProps {
  board: Board;
  lanes: readonly ShownLane[];
  says: readonly string[];
  /** The lane shown alone; null for all of them. */
  alone: string | null;
  laid: LanesLaid;
  trails: boolean;
  covered: boolean;
  actions: LaneActions;
}

/** Where lanes are low the words stand beside the chart, instead of beneath it. */
const ROOMY = 'grid-cols-[minmax(0,1fr)_minmax(15rem,28%)]';
const TIGHT = 'grid-cols-[minmax(0,1fr)_52%]';
/** Beneath each other where there is no room for that. */
const TIGHT_PX = 860;
/** Room for name, chart, two lines of words and an amount. */
const LOW_PX = 165;

/** The lanes of a board, one above the other: each its picture, and beside it its chart and what differs. */
export function Lanes({ board, lanes, says, alone, laid, trails, covered, actions }: LanesProps) {
  const part = useMemo(() => movingPart(lanes.map(({ motion }) => motion)), [lanes]);
  const rows = board.lanes.flatMap((lane, i) => (alone === null || lane.id === alone ? [{ lane, i }] : []));
  const [measure, size] = useSize();
  const tight = laid === 'rows' && size !== null && size.heightPx / rows.length < LOW_PX && size.widthPx >= TIGHT_PX;
  const side = ({ lane, i }: (typeof rows)[number]) => (
    <LaneSide
      key={lane.id}
      lane={lane}
      shown={lanes[i]!}
      chart={board.chart}
      covered={covered}
      says={says[i]!}
      alone={alone === lane.id}
      count={lanes.length}
      at={i}
      actions={actions}
      tight={tight}
    />
  );
  if (laid === 'over' && alone === null)
    return (
      <div ref={measure} className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_minmax(15rem,28%)] gap-4">
        <LanePicture lanes={lanes} part={part} trails={trails} label={`All lanes of ${board.name}, over each other`} />
        <div className="grid content-start gap-4 overflow-y-auto">{rows.map(side)}</div>
      </div>
    );
  if (laid === 'beside' && alone === null)
    return (
      <div
        ref={measure}
        className="grid h-full min-h-0 grid-rows-[minmax(8rem,1fr)_auto] gap-x-3 gap-y-2"
        style={{ gridTemplateColumns: `repeat(${rows.length}, minmax(0, 1fr))` }}
      >
        {rows.map(({ lane, i }) => (
          <OnePicture key={lane.id} shown={lanes[i]!} part={part} trails={trails} />
        ))}
        {rows.map(side)}
      </div>
    );
  return (
    <div ref={measure} className="h-full min-h-0">
      {/* All as high as each other: their pictures are compared. */}
      <div className="grid min-h-full auto-rows-fr gap-2.5">
        {rows.map((row) => (
          <div key={row.lane.id} className={clsx('grid min-h-24 gap-4', tight ? TIGHT : ROOMY)}>
            <OnePicture shown={lanes[row.i]!} part={part} trails={trails} />
            {side(row)}
          </div>
        ))}
      </div>
    </div>
  );
}

function OnePicture({
  shown,
  part,
  trails,
}: {
  shown: ShownLane;
  part: ReturnType<typeof movingPart>;
  trails: boolean;
}) {
  const one = useMemo(() => [shown], [shown]);
  return <LanePicture lanes={one} part={part} trails={trails} label={`Picture of ${shown.name}`} />;
}
