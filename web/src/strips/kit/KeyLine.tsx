import type { Leave } from '@undulan/core';
import { memo } from 'react';

interface KeyLineProps {
  leave: Leave;
  /** Both keys stand at the same value. */
  still: boolean;
  x1: number;
  x2: number;
  y: number;
  colour: string;
  dashed?: boolean;
}

/**
 * How the motion goes from one key to the next: a band where it stays, a stair when held, a straight line, or a bow
 * when eased.
 */
export const KeyLine = memo(function KeyLine({ leave, still, x1, x2, y, colour, dashed }: KeyLineProps) {
  const line = { fill: 'none', stroke: colour, strokeWidth: 2, strokeDasharray: dashed ? '6 4' : undefined };
  if (still) return <line x1={x1} x2={x2} y1={y} y2={y} stroke={colour} strokeWidth={5} opacity={0.25} />;
  if (leave === 'step') return <path {...line} d={`M${x1} ${y + 5}H${x2}V${y - 5}`} />;
  if (leave === 'linear') return <path {...line} d={`M${x1} ${y}H${x2}`} />;
  return <path {...line} d={`M${x1} ${y}Q${(x1 + x2) / 2} ${y - 14} ${x2} ${y}`} />;
});
