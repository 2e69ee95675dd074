import { easeProgress, type EaseShape } from '@undulan/core';
import { useMemo } from 'react';

const SAMPLES = 32;
/** Room above and below for what goes past its ends, as a share of the height. */
const MARGIN = 0.24;

interface EaseGraphProps {
  /** How far along at each share of the time. */
  progress: (t: number) => number;
  widthPx: number;
  heightPx: number;
}

/** An ease as a small graph: time to the right, the way gone up, its two ends marked. */
export function EaseGraph({ progress, widthPx, heightPx }: EaseGraphProps) {
  const x = (t: number): number => 2 + t * (widthPx - 4);
  const y = (share: number): number => heightPx * (1 - MARGIN) - share * heightPx * (1 - 2 * MARGIN);
  const path = Array.from(
    { length: SAMPLES + 1 },
    (_, i) => `${i === 0 ? 'M' : 'L'}${x(i / SAMPLES).toFixed(1)} ${y(progress(i / SAMPLES)).toFixed(1)}`,
  ).join('');
  return (
    <svg width={widthPx} height={heightPx} aria-hidden="true" className="block overflow-hidden">
      <line x1={0} x2={widthPx} y1={y(0)} y2={y(0)} stroke="var(--rule)" />
      <line x1={0} x2={widthPx} y1={y(1)} y2={y(1)} stroke="var(--rule)" />
      <path d={path} fill="none" stroke="currentColor" strokeWidth={1.8} strokeLinejoin="round" />
    </svg>
  );
}

/** The graph of an ease by its shape. */
export function ShapeGraph({ shape, widthPx, heightPx }: { shape: EaseShape } & Omit<EaseGraphProps, 'progress'>) {
  const progress = useMemo(() => easeProgress(shape), [shape]);
  return <EaseGraph progress={progress} widthPx={widthPx} heightPx={heightPx} />;
}
