import type { KeyRole } from '@undulan/core';

interface KeyMarkProps {
  role: KeyRole;
  frame: number;
  x: number;
  y: number;
  colour: string;
  selected?: boolean;
  /** Enough room for a ringed frame number; else the ring stands alone. */
  roomy: boolean;
}

/**
 * A key drawn the paper chart's way: an extreme is a ringed frame number, a breakdown an underlined tick, an in-between
 * a plain tick.
 */
export function KeyMark({ role, frame, x, y, colour, selected, roomy }: KeyMarkProps) {
  const fill = selected ? colour : 'var(--page)';
  if (role === 'extreme') {
    return (
      <>
        <circle cx={x} cy={y} r={roomy ? 11 : 6} fill={fill} stroke={colour} strokeWidth={2} />
        {roomy && (
          <text
            x={x}
            y={y + 3.6}
            textAnchor="middle"
            fontSize={10.5}
            className="figures"
            fontWeight={600}
            fill={selected ? 'var(--page)' : colour}
          >
            {Math.round(frame * 100) / 100}
          </text>
        )}
      </>
    );
  }
  return (
    <>
      {selected && <rect x={x - 7} y={y - 11} width={14} height={24} rx={4} fill={colour} opacity={0.25} />}
      <line x1={x} x2={x} y1={y - 8} y2={y + 8} stroke={colour} strokeWidth={2.5} />
      {role === 'breakdown' && <line x1={x - 6} x2={x + 6} y1={y + 11} y2={y + 11} stroke={colour} strokeWidth={2} />}
    </>
  );
}

/** Keys nearer to a neighbour than this, in px, have no room for their numbers. */
const ROOMY_PX = 25;

/** Whether the mark at `xs[i]` has room for its number between its neighbours. */
export function isRoomy(xs: readonly number[], i: number): boolean {
  return xs[i]! - (xs[i - 1] ?? -Infinity) >= ROOMY_PX && (xs[i + 1] ?? Infinity) - xs[i]! >= ROOMY_PX;
}
