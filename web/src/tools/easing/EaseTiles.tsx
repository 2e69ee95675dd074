import { EASE_DIRECTIONS, EASE_FAMILIES, easeProgress, type EaseShape, type Leave } from '@undulan/core';
import { clsx } from 'clsx';
import { ShapeGraph } from './EaseGraph.tsx';
import { EASE_DIRECTION_NAMES, FAMILY_WORDS, leaveWords, PLAIN_LEAVES } from './leave-words.ts';

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
      <table className="mt-2 text-xs">
        <thead>
          <tr className="text-faint">
            <td />
            {EASE_DIRECTION_NAMES.map((direction) => (
              <th key={direction} scope="col" className="px-1 font-normal">
                {EASE_DIRECTIONS[direction]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {EASE_FAMILIES.map((family) => (
            <tr key={family}>
              <th scope="row" className="pr-2 text-left font-normal whitespace-nowrap">
                {FAMILY_WORDS[family]}
              </th>
              {EASE_DIRECTION_NAMES.map((direction) => (
                <td key={direction} className="text-center">
                  {tile(`${family}-${direction}`, leaveWords(`${family}-${direction}`), 64)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
