import { type ChartMark, type TimingChart } from '@undulan/core';
import type { KeyboardEvent, PointerEvent } from 'react';
import { useTimeScale } from '../../time/index.ts';
import { ownShare } from '../../ui/index.ts';
import { footX } from './rails.ts';

/** What can be done with the foot of a drawing. */
export interface FootActions {
  /** Grabs it, or with Shift adds it to the chosen ones or takes it out. */
  onPress: (event: PointerEvent) => void;
  onChoose: () => void;
  /** Moves it by a share of the way; past other drawings only where it is free to. */
  onNudge: (share: number, isFree: boolean) => void;
}

interface LoomFootProps extends FootActions {
  chart: TimingChart;
  mark: ChartMark;
  spaceY: number;
}

const NUDGE = 0.01;

/** What of the foot of a drawing between extremes is taken hold of, unseen. */
export function LoomFoot({ chart, mark, spaceY, onPress, onChoose, onNudge }: LoomFootProps) {
  const x = footX(chart, mark, useTimeScale());
  const type = (event: KeyboardEvent): void => {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (event.key === ' ') {
      event.preventDefault();
      onChoose();
    }
    if (!way) return;
    event.preventDefault();
    onNudge(way * NUDGE * (event.shiftKey ? 10 : 1), event.altKey);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`Drawing ${mark.frame} of ${chart.firstFrame} to ${chart.lastFrame}`}
      aria-valuenow={Math.round(mark.progress * 1000) / 10}
      aria-valuetext={`${ownShare(mark.progress)} of the way`}
      className="cursor-ew-resize"
      aria-description={
        'Arrow keys move it as far as the next drawing, with Alt past it; ' +
        'the space bar, or a press with Shift, chooses several.'
      }
      onPointerDown={onPress}
      onKeyDown={type}
    >
      <title>{`Frame ${mark.frame}: ${ownShare(mark.progress)} of the way`}</title>
      <rect x={x - 5} y={spaceY - 12} width={10} height={24} fill="transparent" />
    </g>
  );
}
