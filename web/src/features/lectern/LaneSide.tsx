import { type Lane, type LaneChart as ChartKind, type Variant } from '@undulan/core';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, EllipsisVertical } from 'lucide-react';
import { LaneChart, type ShownLane } from '../../panels/lanes/index.ts';
import { Button, Menu, MenuItem, MenuLine, Toggle } from '../../ui/index.ts';
import { LaneAmount } from './LaneAmount.tsx';
import { NameInput } from './NameInput.tsx';

export interface LaneActions {
  /** Null for who follows: what is dragged is dragged for them. */
  onVariant: ((laneId: string, variant: Variant) => void) | null;
  onSolo: ((laneId: string) => void) | null;
  /** Null for who may not change the lesson. */
  keeping: {
    onRename: (laneId: string, name: string) => void;
    onMove: (laneId: string, by: 1 | -1) => void;
    onRemove: (laneId: string) => void;
    onOpen: (laneId: string) => void;
  } | null;
}

interface LaneSideProps {
  lane: Lane;
  shown: ShownLane;
  chart: ChartKind;
  /** Charts and words are covered. */
  covered: boolean;
  says: string;
  alone: boolean;
  count: number;
  at: number;
  actions: LaneActions;
  /** In two columns. */
  tight: boolean;
}

/** Beside a lane's picture: its name, its chart, what differs, and what can be dragged. */
export function LaneSide({ lane, shown, chart, covered, says, alone, count, at, actions, tight }: LaneSideProps) {
  const words = (
    <div className="min-w-0">
      <p className="text-sm leading-snug">{says}</p>
      {actions.onVariant && (
        <LaneAmount
          lane={lane.name}
          variant={lane.variant}
          onVariant={(variant) => actions.onVariant!(lane.id, variant)}
        />
      )}
    </div>
  );
  return (
    <div className={clsx('min-w-0', tight ? 'grid grid-cols-2 items-center gap-4' : 'flex flex-col gap-1')}>
      <div className="flex min-w-0 flex-col">
        <LaneHeading {...{ lane, shown, alone, count, at, actions }} />
        {covered ? (
          <p className="rounded-md border border-dashed border-rule px-3 py-2 text-sm text-faint">
            Its chart is covered.
          </p>
        ) : (
          <LaneChart kind={chart} motion={shown.motion} name={lane.name} mark={shown.mark} frameOf={shown.frameOf} />
        )}
      </div>
      {!covered && words}
    </div>
  );
}

/** A lane's line and name; shown alone, opened, put elsewhere. */
function LaneHeading({
  lane,
  shown,
  alone,
  count,
  at,
  actions,
}: Omit<LaneSideProps, 'chart' | 'covered' | 'says' | 'tight'>) {
  const { keeping } = actions;
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <svg width={30} height={6} aria-hidden="true" className="shrink-0">
        <line
          x1={0}
          x2={30}
          y1={3}
          y2={3}
          stroke={shown.mark.colour}
          strokeWidth={3}
          strokeDasharray={shown.mark.dash}
        />
      </svg>
      {keeping ? (
        <NameInput
          label={`Name of lane ${at + 1}`}
          what="the lane"
          most={60}
          className="flex-1 basis-32 text-[0.94rem]"
          value={lane.name}
          onName={(name) => keeping.onRename(lane.id, name)}
        />
      ) : (
        <h3 className="min-w-0 flex-1 basis-32 truncate text-[0.94rem]">{lane.name}</h3>
      )}
      {actions.onSolo && (
        <Toggle small on={alone} onClick={() => actions.onSolo!(lane.id)} aria-label={`Only ${lane.name}`}>
          alone
        </Toggle>
      )}
      {keeping && (
        <Menu
          trigger={
            <Button square small kind="quiet" aria-label={`More of ${lane.name}`}>
              <EllipsisVertical size={15} />
            </Button>
          }
        >
          <MenuItem onSelect={() => keeping.onOpen(lane.id)}>Open on the spread</MenuItem>
          <MenuLine />
          <MenuItem disabledReason={at === 0 && 'It is the first.'} onSelect={() => keeping.onMove(lane.id, -1)}>
            <ArrowUp size={13} className="mr-1 inline" /> Up
          </MenuItem>
          <MenuItem disabledReason={at === count - 1 && 'It is the last.'} onSelect={() => keeping.onMove(lane.id, 1)}>
            <ArrowDown size={13} className="mr-1 inline" /> Down
          </MenuItem>
          <MenuLine />
          <MenuItem
            disabledReason={count === 1 && 'A board keeps one lane.'}
            onSelect={() => keeping.onRemove(lane.id)}
          >
            Take the lane out
          </MenuItem>
        </Menu>
      )}
    </div>
  );
}
