import { EASE_DIRECTIONS, EASE_FAMILIES, easeProgress, type EaseShape, type Leave } from '@undulan/core';
import { clsx } from 'clsx';
import { type Column, Table } from '../../ui/index.ts';
import { EASE_DIRECTION_NAMES, FAMILY_WORDS, leaveWords, PLAIN_LEAVES } from '../../values/index.ts';
import { ShapeGraph } from './EaseGraph.tsx';

const THIRDS: EaseShape = { leave: 'curve', x1: 1 / 3, y1: 0, x2: 2 / 3, y2: 1 };

/** What happens while a choice is pointed at, and when it is pressed. */
export type PointedAt = Record<'onPointerEnter' | 'onFocus' | 'onPointerLeave' | 'onBlur' | 'onClick', () => void>;

interface EaseTilesProps {
  /** The way in force; null where the segments differ. */
  leave: Leave | null;
  choiceOf: (to: Leave, progress: (t: number) => number) => PointedAt;
}

/** Every way a key leaves, drawn. */
export function EaseTiles({ leave, choiceOf }: EaseTilesProps) {
  const tile = (to: Leave, label: string, widthPx: number) => {
    const shape: EaseShape = to === 'curve' ? THIRDS : { leave: to };
    const on = to === leave;
    return (
      <button
        key={to}
        type="button"
        aria-label={label}
        aria-pressed={on}
        title={label}
        className={clsx(
          'rounded-md border px-0.5',
          on ? 'border-accent bg-shade text-accent' : 'border-transparent hover:border-rule hover:bg-shade',
        )}
        {...choiceOf(to, easeProgress(shape))}
      >
        <ShapeGraph shape={shape} widthPx={widthPx} heightPx={26} />
      </button>
    );
  };
  return (
    <>
      <div className="mt-2 grid grid-cols-3 gap-1 text-xs">
        {(Object.keys(PLAIN_LEAVES) as (keyof typeof PLAIN_LEAVES)[]).map((to) => (
          <div key={to} className="flex items-center gap-1">
            {tile(to, PLAIN_LEAVES[to], 44)}
            <span className="text-faint">{PLAIN_LEAVES[to]}</span>
          </div>
        ))}
      </div>
      <Table
        pad="px-1"
        className="mt-2 text-xs"
        columns={[
          {
            id: 'family',
            heading: <span className="sr-only">Family</span>,
            names: true,
            className: 'whitespace-nowrap',
            cell: (family) => FAMILY_WORDS[family],
          },
          ...EASE_DIRECTION_NAMES.map((direction): Column<(typeof EASE_FAMILIES)[number]> => ({
            id: direction,
            heading: <span className="font-normal">{EASE_DIRECTIONS[direction]}</span>,
            centred: true,
            cell: (family) => tile(`${family}-${direction}`, leaveWords(`${family}-${direction}`), 64),
          })),
        ]}
        rows={EASE_FAMILIES}
        rowId={(family) => family}
      />
    </>
  );
}
