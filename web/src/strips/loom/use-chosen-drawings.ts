import type { ChartMark, SegmentRef, TimingChart } from '@undulan/core';
import { useState } from 'react';
import type { ChosenDrawings } from './LoomMenu.tsx';

const NONE: readonly number[] = [];

/** The drawings of one segment that are chosen to go together; a segment is known by its first frame. */
export function useChosenDrawings(charts: readonly TimingChart[], segmentOf: (chart: TimingChart) => SegmentRef) {
  const [at, setAt] = useState<{ firstFrame: number; frames: readonly number[] } | null>(null);
  const chart = charts.find((other) => other.firstFrame === at?.firstFrame);
  const frames = at?.frames ?? NONE;
  const marks = chart?.marks.filter((mark) => mark.role !== 'extreme' && frames.includes(mark.frame)) ?? [];
  const chosen: ChosenDrawings | null =
    chart && marks.length > 0
      ? { segment: segmentOf(chart), drawings: marks.map(({ frame, progress }) => ({ frame, progress })) }
      : null;
  return {
    chosen,
    firstFrame: at?.firstFrame ?? null,
    frames,
    has: (other: TimingChart, { frame }: ChartMark): boolean =>
      other.firstFrame === at?.firstFrame && frames.includes(frame),
    letGo: () => setAt(null),
    /** Adds a drawing to those of its segment, or takes it out; those of another segment are let go. */
    toggle: ({ firstFrame }: TimingChart, { frame }: ChartMark): void => {
      const known = at?.firstFrame === firstFrame ? frames : NONE;
      setAt({
        firstFrame,
        frames: known.includes(frame) ? known.filter((other) => other !== frame) : [...known, frame],
      });
    },
  };
}
